package api_test

import (
	"bytes"
	"encoding/json"
	"image"
	"io"
	"net/http"
	"net/url"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// send puts raw bytes on a path, as a browser sends a file.
func send(c *caller, want int, method, path string, data []byte) []byte {
	c.t.Helper()
	r, err := http.NewRequestWithContext(c.t.Context(), method, c.url+"/api"+path, bytes.NewReader(data))
	require.NoError(c.t, err)
	r.Header.Set("Content-Type", "application/octet-stream")
	answer, err := c.client.Do(r)
	require.NoError(c.t, err)
	defer func() { _ = answer.Body.Close() }()
	got, err := io.ReadAll(answer.Body)
	require.NoError(c.t, err)
	require.Equal(c.t, want, answer.StatusCode, "%s %s: %s", method, path, got)
	return got
}

func boxOf(r image.Rectangle) body {
	return body{"x": r.Min.X, "y": r.Min.Y, "w": r.Dx(), "h": r.Dy()}
}

// walkTheWall photographs a rack, reads it by its cards, hangs the tiles, and
// asks the wall all that it can answer.
func walkTheWall(t *testing.T, c *caller, piece string) {
	shot := rack.Render(rack.Options{Seed: 5, Columns: 3, Rows: 1, Kelvin: 5000, Cards: rack.Corners, Noise: 0.03})
	p := decode[contract.Photograph](t, send(c, 201, "POST", "/photographs?name="+url.QueryEscape("rack one.jpg"), shot.JPEG(92)))
	require.Equal(t, "rack one.jpg", p.Name)
	require.Len(t, do[[]contract.Photograph](c, 200, "GET", "/photographs", nil), 1)
	require.Equal(t, "\xff\xd8\xff", string(get(c, "/photographs/"+p.Id+"/picture")[:3]))
	refusal := decode[contract.Problem](t, send(c, 422, "POST", "/photographs?name=x", []byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00")))
	require.Contains(t, refusal.Detail, "HEIC picture, which cannot be read here: set the camera to store JPEG")

	ask := body{"cards": []body{}, "boxes": []body{}}
	for _, card := range shot.Cards {
		ask["cards"] = append(ask["cards"].([]body), body{"box": boxOf(card.Box), "kind": card.Kind, "l": card.L})
	}
	for _, tile := range shot.Tiles {
		ask["boxes"] = append(ask["boxes"].([]body), boxOf(tile.Box))
	}
	read := do[contract.PhotographReading](c, 200, "POST", "/photographs/"+p.Id+"/reading", ask)
	require.Equal(t, 3, read.Levels)
	require.Equal(t, 4, read.Places)
	for i, r := range read.Readings {
		truth := colour.Lab{L: shot.Tiles[i].L, A: shot.Tiles[i].A, B: shot.Tiles[i].B}
		require.Less(t, colour.Difference(truth, colour.Lab{L: float64(r.Lab.L), A: float64(r.Lab.A), B: float64(r.Lab.B)}), 4.0)
	}
	ask["boxes"] = []body{{"x": -5, "y": 0, "w": 50, "h": 50}}
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/photographs/"+p.Id+"/reading", ask).Detail, "Box 1 lies outside the picture")
	do[contract.Problem](c, 404, "POST", "/photographs/gone/reading", body{"cards": []body{}, "boxes": []body{}})

	require.Contains(t, do[contract.TileDetail](c, 200, "GET", "/tiles/T1", nil).Curve.Says, "fire a strip tile of A on PALE with 1 and 2 coats")
	reading := func(coats int, r contract.BoxReading) body {
		return body{"half": "smooth", "coats": coats, "lab": r.Lab, "scatter": r.Scatter, "flags": []string{}, "source": "photograph", "photo": p.Id}
	}
	tile := body{"code": "P1", "clay": "PALE", "cone": "6", "stack": "Ax3", "place": 4,
		"readings": []body{reading(1, read.Readings[0]), reading(2, read.Readings[1])}}
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/tiles/readings", body{"tiles": []body{tile}}).Detail, "none of its boxes carries all 3 coats")
	tile["readings"] = append(tile["readings"].([]body), reading(3, read.Readings[2]))
	hung := do[[]contract.Tile](c, 200, "POST", "/tiles/readings", body{"tiles": []body{tile}})
	require.Len(t, hung[0].Strips, 3)
	require.Equal(t, read.Readings[2].Hex, hung[0].Fired)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/tiles/readings", body{"tiles": []body{{"code": "P2", "clay": "MOON", "cone": "6", "stack": "Ax3",
		"readings": []body{{"half": "smooth", "coats": 3, "hex": "#123456", "source": "typed"}}}}}).Detail, `no clay is called "MOON"`)

	require.Contains(t, do[contract.TileDetail](c, 200, "GET", "/tiles/P1", nil).Curve.Says, "off every curve", "three glazes are no strips of one")
	tile["readings"] = []body{reading(1, read.Readings[2]), reading(2, read.Readings[2]), reading(3, read.Readings[2])}
	do[[]contract.Tile](c, 200, "POST", "/tiles/readings", body{"tiles": []body{tile}})
	detail := do[contract.TileDetail](c, 200, "GET", "/tiles/P1?step=2", nil)
	require.True(t, detail.Curve.Known)
	require.Len(t, detail.Readings, 3)
	require.Len(t, detail.Curve.Estimates, 1)
	require.Contains(t, detail.Curve.Estimates[0].Says, "Estimate")
	do[contract.Problem](c, 404, "GET", "/tiles/nowhere", nil)
	require.Equal(t, "P1", do[[]contract.Tile](c, 200, "GET", "/tiles?order=place", nil)[0].Code)

	found := do[contract.Search](c, 200, "POST", "/tiles/search", body{"tile": "P1", "piece": piece, "surface": "face", "inStock": true})
	require.Equal(t, "P1", found.Fits[0].Tile.Code)
	require.Equal(t, "the same to the eye", found.Fits[0].Words)
	found = do[contract.Search](c, 200, "POST", "/tiles/search", body{"hex": "#884422", "clay": "RED"})
	require.Empty(t, found.Fits)
	require.True(t, found.Missed[0].Hint)
	do[contract.Problem](c, 422, "POST", "/tiles/search", body{})

	m := do[contract.Matrix](c, 200, "GET", "/tiles/matrix?clay=PALE&cone=6&atmosphere=oxidation&textured=false", nil)
	require.Equal(t, []string{"A"}, m.Glazes)
	require.Len(t, m.Cells[0].Tiles, 3, "T1, P1, and the tile that the piece became")
	require.Len(t, do[[]contract.Seen](c, 200, "GET", "/tiles/sight?vision=deutan", nil), 3)
	do[contract.Problem](c, 400, "GET", "/tiles/sight?vision=x-ray", nil)
	covers := do[[]contract.GlazeCover](c, 200, "GET", "/tiles/covers?piece="+piece, nil)
	require.Equal(t, "A", covers[0].Glaze)
	require.Equal(t, contract.CurveCoat{Coats: 1, Hex: "#526c6b", Fired: true}, covers[0].Coats[0])
	require.Empty(t, do[[]contract.Confusion](c, 200, "GET", "/tiles/confusions?clay=PALE&cone=6", nil))

	jar := do[contract.Glaze](c, 200, "PUT", "/glazes/A", body{"ml": 473, "level": 0.5, "state": "thick", "mixed": true})
	require.Equal(t, float32(0.5), jar.Level)
	require.NotNil(t, jar.MixedAt)
	require.Equal(t, "teacher", *jar.MixedBy)
	require.Contains(t, *jar.Lies, "it is thick: a coat counts as 1.7")
	require.Nil(t, do[contract.Glaze](c, 200, "PUT", "/glazes/A", body{"state": "good"}).Lies)
	require.Nil(t, jar.Settled, "it was mixed just now")
	stirred := do[[]contract.Glaze](c, 200, "POST", "/glazes/stirred", body{"codes": []string{"A"}})
	require.Equal(t, "A", stirred[0].Code)
	do[contract.Problem](c, 404, "POST", "/glazes/stirred", body{"codes": []string{"A", "nowhere"}})
	weighed := do[contract.Weighing](c, 200, "POST", "/glazes/A/weighing", body{"massG": 150, "volumeML": 100, "holdsML": 400})
	require.InDelta(t, 1.5, weighed.Density, 1e-9)
	require.Nil(t, weighed.WaterML, "no brushing glaze is watered by its density")
	require.Contains(t, weighed.Says, "Density is not flow")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/glazes/A/weighing", body{"massG": 150, "volumeML": 0}).Detail, "150 g of how much?")
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/glazes/A/weighing", body{"massG": 80, "volumeML": 100}).Detail, "more than water")
	require.InDelta(t, 1.5, *do[[]contract.Glaze](c, 200, "GET", "/glazes", nil)[0].Density, 1e-9, "and what was refused changed nothing")
	do[contract.Problem](c, 404, "GET", "/glazes/A/hint", nil)
	send(c, 204, "PUT", "/glazes/A/hint", shot.JPEG(80))
	require.Equal(t, "\xff\xd8\xff", string(get(c, "/glazes/A/hint")[:3]))
	require.True(t, do[[]contract.Glaze](c, 200, "GET", "/glazes", nil)[0].Hint)
	do[any](c, 204, "DELETE", "/glazes/A/hint", nil)
	require.False(t, do[[]contract.Glaze](c, 200, "GET", "/glazes", nil)[0].Hint)
	require.Equal(t, "\x89PNG", string(get(c, "/glazes/A/qr")[:4]))

	// What goes out comes back in and changes nothing.
	for file, kind := range map[string]string{"tiles.csv": "tiles", "glazes.csv": "glazes"} {
		again := do[contract.Import](c, 200, "POST", "/imports", body{"kind": kind, "text": string(get(c, "/exports/"+file)), "apply": true})
		require.Empty(t, again.Refused, file)
		require.Zero(t, again.Added+again.Changed, file)
	}
	require.Contains(t, string(get(c, "/exports/wall.gpl")), "GIMP Palette\nName: Mill Lane fired tiles")
	brought := do[contract.Import](c, 200, "POST", "/imports", body{"kind": "readings", "apply": true, "text": "code;half;L;a;b\nP1;texture;41,5;12,25;-3\n"})
	require.Equal(t, 1, brought.Changed)
	require.Len(t, do[contract.TileDetail](c, 200, "GET", "/tiles/P1", nil).Readings, 4)
	do[any](c, 200, "DELETE", "/photographs/"+p.Id, nil)
	require.Empty(t, do[[]contract.Photograph](c, 200, "GET", "/photographs", nil))
}

func get(c *caller, path string) []byte { return send(c, 200, "GET", path, nil) }

func decode[T any](t *testing.T, data []byte) (out T) {
	require.NoError(t, json.Unmarshal(data, &out), string(data))
	return out
}
