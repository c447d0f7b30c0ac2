package load

import "slices"

// together is a draft in which what belongs together is in it or out of it: a jar whose lid found no
// place waits with it. What is locked stays.
func (g *packing) together(d draft) draft {
	d = d.clone()
	for {
		out := map[string]bool{}
		for _, i := range d.out {
			out[g.family(i)] = true
		}
		gone := false
		for _, s := range d.shelves {
			for _, i := range s.holds() {
				if out[g.family(i)] && !g.fixed(s, i) {
					g.remove(s, i)
					d.out = append(d.out, i)
					gone = true
				}
			}
		}
		if !gone {
			return d
		}
	}
}

// family names what a piece belongs to: itself, or the piece that it is the lid of.
func (g *packing) family(i int) string { return g.pieces[i].family() }

func (p Piece) family() string {
	if p.With != "" {
		return p.With
	}
	return p.ID
}

// kin are the pieces that belong to one, itself first.
func (h Hand) kin(piece string) []string {
	all := []string{piece}
	at := slices.IndexFunc(h.Pieces, func(p Piece) bool { return p.ID == piece })
	if at < 0 {
		return all
	}
	for _, p := range h.Pieces {
		if p.ID != piece && p.family() == h.Pieces[at].family() {
			all = append(all, p.ID)
		}
	}
	return all
}
