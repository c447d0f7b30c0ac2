package piece_test

import (
	"fmt"
	"maps"
	"math"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"enkaustos/core/piece"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"
)

// Each form stands written out in testdata/forms: what is asked for, its surfaces,
// what has to stay bare, how it is drawn from the side and from below. A form that
// was looked at and found right stays as it is unless somebody means it:
// go test ./core/piece -update, and read the difference.
func TestFormsStayAsTheyAre(t *testing.T) {
	for _, kind := range piece.Kinds() {
		t.Run(string(kind.Form), func(t *testing.T) {
			var page strings.Builder
			fmt.Fprintf(&page, "%s: %s\n", kind.Form, kind.Name)
			for _, m := range kind.Measures {
				fmt.Fprintf(&page, "  %+v\n", m)
			}
			writeBody(&page, "as it is proposed", build(t, kind.Form, nil))
			other, bounds := piece.Measures{}, map[string]piece.Measures{}
			for i, m := range kind.Measures {
				other[m.Key] = otherValue(m, i)
			}
			writeBody(&page, fmt.Sprintf("with %v", other), build(t, kind.Form, other))
			for name, bound := range map[string]func(piece.Measure) float64{
				"as small as it can be": func(m piece.Measure) float64 { return m.Least }, "as large as it can be": func(m piece.Measure) float64 { return m.Most },
				"flat": func(m piece.Measure) float64 {
					if m.Key == "height" {
						return m.Least
					}
					return m.Default
				},
			} {
				all := piece.Measures{}
				for _, m := range kind.Measures {
					if m.At == 0 && m.Options == nil {
						all[m.Key] = bound(m)
					}
				}
				bounds[name] = all
			}
			for _, name := range slices.Sorted(maps.Keys(bounds)) {
				if b, err := piece.Build(kind.Form, bounds[name]); err != nil {
					fmt.Fprintf(&page, "\n%s: %v\n", name, err)
				} else {
					writeBody(&page, name, b)
				}
			}
			for i, m := range kind.Measures {
				for option := 2; option < len(m.Options); option++ {
					other[kind.Measures[i].Key] = float64(option)
					lying, err := piece.Build(kind.Form, other)
					fmt.Fprintf(&page, "\n%s %d: %v\n", m.Key, option, err)
					if err == nil {
						writeBody(&page, m.Options[option], lying)
					}
				}
			}
			golden.Assert(t, page.String(), filepath.Join("forms", string(kind.Form)+".txt"))
		})
	}
}

// otherValue is a measurement that is not the proposed one: a part that may be
// there is, and what is proposed is left out.
func otherValue(m piece.Measure, i int) float64 {
	switch {
	case m.Options != nil:
		return 1
	case m.Optional && m.Default > 0:
		return 0
	case m.Optional:
		return math.Max(m.Least, 6)
	case m.At > 0:
		return float64(1 + i%3)
	case m.Count:
		return m.Most
	}
	return math.Max(m.Least, math.Round(m.Default*0.95))
}

// A kind of detail each, on a wall, and every edge that can lie between two surfaces.
func TestMarkingStaysAsItIs(t *testing.T) {
	for form, ground := range map[piece.Form]string{piece.Vase: "exterior", piece.Slab: "face", piece.House: "walls", piece.Odd: "front"} {
		var page strings.Builder
		b := build(t, form, nil)
		marking := piece.Marking{Textured: map[string]bool{b.Surfaces[0].ID: true}, Clays: map[string]string{b.Surfaces[0].ID: "FIRST", b.Surfaces[1].ID: "OTHER"}}
		for _, s := range b.Surfaces[1:] {
			if s.ID != ground {
				marking.Details = append(marking.Details, piece.Detail{ID: "on-" + s.ID, Name: "On " + s.Name, Kind: piece.Panel, On: s.ID, AreaCM2: 0.5})
			}
		}
		for i, d := range piece.DetailKinds() {
			if d.Kind == piece.Stripe && form == piece.Slab {
				continue // a level face has no heights for a band to lie between
			}
			marking.Details = append(marking.Details, piece.Detail{ID: string(d.Kind) + "-1", Name: d.Name, Kind: d.Kind, On: ground,
				AreaCM2: float64(1 + i), FromMM: 2, ToMM: 5, Optional: i%2 == 0, Soft: i%3 == 0})
		}
		marking.Details = append(marking.Details, piece.Detail{ID: "anywhere", Name: "Anywhere", Kind: piece.Motif, On: ground, AreaCM2: 4})
		for i, e := range []piece.Edge{piece.Ridge, piece.Strip, piece.Line, piece.Far} {
			if i < len(b.Touching) {
				marking.Joins = append(marking.Joins, piece.Join{A: b.Touching[i][1], B: b.Touching[i][0], Edge: e})
			}
		}
		marked, err := b.With(marking)
		require.NoError(t, err)
		for _, d := range piece.DetailKinds() {
			fmt.Fprintf(&page, "%+v\n", d)
		}
		writeBody(&page, string(form)+" with marking", marked)
		golden.Assert(t, page.String(), filepath.Join("forms", "marked-"+string(form)+".txt"))
	}
}

func writeBody(page *strings.Builder, title string, b piece.Body) {
	fmt.Fprintf(page, "\n%s\n  height %.3f, across %.3f, needs a pose %v\n", title, b.HeightMM, b.Across(), b.NeedsPose)
	for _, s := range b.Surfaces {
		s.AreaCM2, s.SlopeDeg = near(s.AreaCM2), near(s.SlopeDeg)
		fmt.Fprintf(page, "  %+v\n", s)
	}
	for _, p := range b.Poses {
		p.MarginMM = near(p.MarginMM)
		fmt.Fprintf(page, "  lies %+v\n", p)
	}
	fmt.Fprintf(page, "  edges %v\n", b.Edges())
	for _, h := range []float64{3, 13} {
		fmt.Fprintf(page, "  lower than %v mm:", h)
		for _, part := range b.Band(h) {
			fmt.Fprintf(page, " %s %.4g (%.4g)", part.Surface, part.AreaCM2, part.OutlineMM)
		}
		u := b.FromBelow(h)
		fmt.Fprintf(page, "\n  from below %.2f %.2f %.2f × %.2f, stands on %.200s within %.200s\n", u.Left, u.Top, u.Width, u.Height, u.Contact, u.Limit)
	}
	fmt.Fprintf(page, "  area below:")
	for _, share := range []float64{0.08, 0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 0.97} {
		h := share * b.HeightMM
		fmt.Fprintf(page, " %.1f:", h)
		for _, part := range b.Band(h) {
			fmt.Fprintf(page, " %.5g", part.AreaCM2)
		}
	}
	fmt.Fprintln(page)
	d := b.Drawing()
	fmt.Fprintf(page, "  drawn %.2f × %.2f at %.2f, %.2f; table %.2f from %.2f to %.2f\n", d.Width, d.Height, d.Left, d.Top, d.TableY, d.TableFrom, d.TableTo)
	for _, s := range d.Shapes {
		fmt.Fprintf(page, "  %s %s [%.2f %.2f] %.400s\n", s.Kind, s.Surface, s.Top, s.Bottom, s.Path)
	}
	for _, l := range d.Labels {
		fmt.Fprintf(page, "  label %s %.2f %.2f %v\n", l.Surface, l.X, l.Y, l.Left)
	}
	for _, c := range d.Captions {
		fmt.Fprintf(page, "  caption %q %.2f %.2f\n", c.Text, c.X, c.Y)
	}
	for _, h := range d.Handles {
		fmt.Fprintf(page, "  handle %s %.2f %.2f\n", h.Measure, h.X, h.Y)
	}
}

// near keeps six digits: what two processors may see differently is left out.
func near(v float64) float64 {
	var out float64
	_, _ = fmt.Sscanf(fmt.Sprintf("%.6g", v), "%g", &out)
	return out
}

// What lies outside of its bounds is refused by name; a bound itself is not.
func TestEveryBoundIsHeld(t *testing.T) {
	for _, kind := range piece.Kinds() {
		for _, m := range kind.Measures {
			refused := func(v float64) bool {
				_, err := piece.Build(kind.Form, piece.Measures{m.Key: v})
				var all piece.Refusals
				if err != nil {
					require.ErrorAs(t, err, &all)
				}
				for _, r := range all {
					if r.Key == m.Key && (strings.Contains(r.Reason, "expected") || strings.Contains(r.Reason, "none of the choices")) {
						return true
					}
				}
				return false
			}
			require.True(t, refused(m.Most+1), "%s %s", kind.Form, m.Key)
			require.False(t, refused(m.Most), "%s %s", kind.Form, m.Key)
			require.False(t, refused(m.Least), "%s %s", kind.Form, m.Key)
			require.Equal(t, m.Least > 0 && !m.Optional, refused(0) && m.Least > 0, "%s %s", kind.Form, m.Key)
			require.True(t, refused(m.Least-1) || m.Optional && m.Least == 1, "%s %s", kind.Form, m.Key)
			require.True(t, refused(math.NaN()), "%s %s", kind.Form, m.Key)
			if m.Count || m.Options != nil {
				require.True(t, refused(0.5), "%s %s", kind.Form, m.Key)
			}
		}
	}
}
