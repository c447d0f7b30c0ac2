package view

import (
	"enkaustos/core/colour"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Photograph is a kept photograph without its pixels.
func Photograph(p school.Photograph) contract.Photograph {
	return contract.Photograph{Id: p.ID, Name: p.Name, At: p.At, Width: p.Width, Height: p.Height, Piece: Some(p.Piece)}
}

// CardLeftOut is a card that could not be used.
func CardLeftOut(l colour.LeftOut) contract.CardLeftOut {
	return contract.CardLeftOut{Card: l.Card, Why: l.Why}
}

// Light is the light that the cards of a picture show.
func Light(picture colour.Picture, cards []colour.Card) (colour.Light, error) {
	if len(cards) == 0 {
		return picture.Unlit(), nil
	}
	for i, c := range cards {
		if !c.Box.Inside(picture.Width, picture.Height) {
			return colour.Light{}, school.Refuse("Card %d lies outside the picture: move it in.", i+1)
		}
	}
	if one, other, twice := colour.Twice(cards); twice {
		return colour.Light{}, school.Refuse("Cards %d and %d lie in one place and are both marked %s: remove one, or mark it as what it is.", one+1, other+1, cards[one].Kind)
	}
	light, err := picture.Learn(cards)
	if err != nil {
		return light, school.Says(err)
	}
	return light, nil
}

// BoxReading is what was read of a box.
func BoxReading(read colour.Reading) contract.BoxReading {
	return contract.BoxReading{Lab: read.Lab, Hex: read.Lab.Hex(), Scatter: float32(read.Scatter),
		Flags: List(read.Flags, Flag), Doubtful: colour.Doubtful(read.Flags)}
}

// CardDoubt is what cards have against each other.
func CardDoubt(d colour.CardDoubt) contract.CardDoubt {
	v := contract.CardDoubt{Why: d.Why}
	if d.Card >= 0 {
		v.Card = &d.Card
	}
	return v
}

// Card is a card as somebody marked it.
func Card(c contract.Card) colour.Card {
	v := colour.Card{Box: Box(c.Box), Kind: colour.CardKind(c.Kind)}
	v.True, _ = colour.UsualCard(v.Kind) // the contract knows no other kinds
	if c.L != nil {
		v.True = colour.Lab{L: float64(*c.L)}
	}
	return v
}

// Box is a box as somebody drew it.
func Box(b contract.Box) colour.Box {
	return colour.Box{X: float64(b.X), Y: float64(b.Y), W: float64(b.W), H: float64(b.H)}
}
