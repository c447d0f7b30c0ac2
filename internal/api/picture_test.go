package api_test

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"log/slog"
	"net/http"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
)

// A photograph that is deleted is gone from the school's file and from the log beside it, byte for byte;
// the copy that holds it is named with the day it goes, whoever shows the piece shows it no more, and to
// delete it again is said in a sentence.
func TestADeletedPhotographLeavesNoTrace(t *testing.T) {
	dir := demotest.Folder(t, demotest.Monday)
	s, clock, err := demo.Open(t.Context(), dir, demotest.Monday, false)
	require.NoError(t, err)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler), Advance: clock.Advance, CopyEvery: 24 * time.Hour})
	require.NoError(t, err)
	server := serving(t, s, handler)
	head := &caller{t: t, client: roles(t, server.URL)["teacher"], url: server.URL}
	piece := do[contract.PieceList](head, 200, "GET", "/pieces", nil).Pieces[0]
	noise := image.NewRGBA(image.Rect(0, 0, 320, 240))
	for i := range noise.Pix {
		noise.Pix[i] = byte(i*i>>3 ^ i>>1)
	}
	noise.Set(0, 0, color.White)
	var file bytes.Buffer
	require.NoError(t, jpeg.Encode(&file, noise, nil))
	r, err := http.NewRequestWithContext(t.Context(), "POST", server.URL+"/api/pieces/"+piece.Id+"/pictures", &file)
	require.NoError(t, err)
	r.Header.Set("Content-Type", "image/jpeg")
	answer, err := head.client.Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Equal(t, 201, answer.StatusCode)
	id := do[contract.PieceDetail](head, 200, "GET", "/pieces/"+piece.Id, nil).Piece.Pictures
	require.Len(t, id, len(piece.Pictures)+1)
	mine := id[len(id)-1]
	kept, err := s.Picture(t.Context(), mine)
	require.NoError(t, err)
	part := kept[len(kept)/2 : len(kept)/2+200] // no page of the file is larger than what lies around it
	found := func() (n int) {
		for _, name := range []string{"enkaustos.db", "enkaustos.db-wal"} {
			data, err := os.ReadFile(filepath.Join(dir, name))
			if err == nil && bytes.Contains(data, part) {
				n++
			}
		}
		return n
	}
	require.Positive(t, found(), "it would be seen")
	made, err := s.Copies().Make(t.Context())
	require.NoError(t, err)

	copies := do[[]contract.CopyHolding](head, 200, "DELETE", "/photographs/"+mine, nil)
	require.Zero(t, found(), "nothing of it is on the disk")
	require.Len(t, copies, 1)
	require.Equal(t, made.Name, copies[0].Name)
	require.NotNil(t, copies[0].Goes)
	require.Contains(t, do[contract.Problem](head, 404, "DELETE", "/photographs/"+mine, nil).Detail, "somebody deleted it")
	require.Equal(t, piece.Pictures, do[contract.PieceDetail](head, 200, "GET", "/pieces/"+piece.Id, nil).Piece.Pictures)
	status, text := ask(t, head.client, "GET", server.URL+"/api/photographs/"+mine+"/picture", "")
	require.Equal(t, http.StatusNotFound, status, text)
}
