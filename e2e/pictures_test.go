package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A young class reads pictures: few words, and still a name for every part.
func TestTabletInPictures(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	send(t, client(t, s.url), "PUT", s.url+"/api/rules", map[string]any{"values": map[string]string{"tablets": "pictures", "wipes": "teacher"}})
	p := pairedTablet(t, s, teacher, "Low table")
	for _, piece := range get[contract.PieceList](t, client(t, s.url), s.url+"/api/pieces").Pieces {
		if piece.Student == "Ilo N." && piece.Title == "Tide-pool bowl" {
			p.press('/')
			p.MustInsertText(piece.Id) // the label is scanned
			p.press(input.Enter)
		}
	}
	p.see(".stroke", "N05")
	require.False(t, strings.Contains(p.see(".how", "").MustText(), "Brush"), "few words")
	p.see(".line", "your teacher wipes it")
	p.click(".add", "")
	p.see(".after button", "Undo my last coat")

	// What it thinks of a fired piece is one press on a face.
	c := client(t, s.url)
	for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if piece.Unloaded != nil && piece.Opinion == nil {
			p.click(".plain", "Everybody")
			p.see(".names button", "Ilo N.")
			send(t, c, "PUT", s.url+"/api/room", map[string]any{"class": piece.Class})
			p.gone(".names button", "Ilo N.")
			p.click(".names button", piece.Student)
			p.click(".faces button", "Glad")
			require.Eventually(t, func() bool {
				now := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+piece.Id).Piece
				return now.Opinion != nil && *now.Opinion == "I am glad with it." && *now.Again
			}, patience, moment)
			return
		}
	}
	require.Fail(t, "no fired piece without an opinion")
}
