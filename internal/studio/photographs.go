package studio

import (
	"context"
	"runtime/debug"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/internal/photo"
	"enkaustos/internal/store"
)

// AddPhotograph takes in a photograph of a rack. One is decoded at a time: the
// caller waits for its turn, or until its context ends.
func (s *Studio) AddPhotograph(ctx context.Context, name string, data []byte) (store.Photograph, error) {
	kept, err := s.keepPicture(ctx, data)
	if err != nil {
		return store.Photograph{}, err
	}
	if name = strings.TrimSpace(name); name == "" {
		name = "photograph"
	}
	p := store.Photograph{ID: store.NewID(), Name: name, At: s.clock.Now(), Width: kept.Width, Height: kept.Height}
	return p, s.store.Write(ctx, func(tx *store.Tx) error { return tx.AddPhotograph(p, kept.JPEG) })
}

// keepPicture decodes one picture at a time, so that memory stays bounded.
func (s *Studio) keepPicture(ctx context.Context, data []byte) (photo.Kept, error) {
	select {
	case s.decoding <- struct{}{}:
		defer func() {
			debug.FreeOSMemory() // the next one must not come on top of this one's garbage
			<-s.decoding
		}()
	case <-ctx.Done():
		return photo.Kept{}, ctx.Err()
	}
	kept, err := photo.Keep(ctx, data)
	if photo.IsRefused(err) {
		return kept, refuse("%s", err)
	}
	return kept, err
}

// Photographs lists the kept photographs, the newest first.
func (s *Studio) Photographs(ctx context.Context) ([]store.Photograph, error) {
	return s.store.Photographs(ctx)
}

// PhotographPicture is a photograph's picture as JPEG.
func (s *Studio) PhotographPicture(ctx context.Context, id string) ([]byte, error) {
	_, picture, ok, err := s.store.Photograph(ctx, id)
	if err == nil && !ok {
		err = missing("photograph")
	}
	return picture, err
}

// RemovePhotograph throws a photograph away; what was read from it stays.
func (s *Studio) RemovePhotograph(ctx context.Context, id string) error {
	return s.store.Write(ctx, func(tx *store.Tx) error { return tx.RemovePhotograph(id) })
}

// BoxReadings is what was read from a photograph.
type BoxReadings struct {
	Light    colour.Light
	Says     string // what these cards can and cannot do
	Readings []colour.Reading
}

// ReadPhotograph reads boxes of a photograph by its cards. Without a card the
// colours are as the camera kept them, and flagged so.
func (s *Studio) ReadPhotograph(ctx context.Context, id string, cards []colour.Card, boxes []colour.Box) (BoxReadings, error) {
	p, jpeg, ok, err := s.store.Photograph(ctx, id)
	switch {
	case err != nil:
		return BoxReadings{}, err
	case !ok:
		return BoxReadings{}, missing("photograph")
	}
	picture, err := photo.Kept{Width: p.Width, Height: p.Height, JPEG: jpeg}.Picture()
	if err != nil {
		return BoxReadings{}, err
	}
	for i, c := range cards {
		if !c.Box.Inside(picture.Width, picture.Height) {
			return BoxReadings{}, refuse("Card %d lies outside the picture: move it in.", i+1)
		}
	}
	out := BoxReadings{Light: picture.Unlit()}
	if len(cards) > 0 {
		if out.Light, err = picture.Learn(cards); err != nil {
			return out, refuse("%s", sentence(err))
		}
	}
	for i, b := range boxes {
		r, err := picture.Read(b, out.Light)
		if err != nil {
			return out, refuse("Box %d: %s", i+1, sentence(err))
		}
		out.Readings = append(out.Readings, r)
	}
	out.Says = out.Light.Says()
	return out, nil
}
