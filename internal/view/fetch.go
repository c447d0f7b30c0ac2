package view

import (
	"context"

	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Fetch is all about one piece, as who asks may see it.
func Fetch(ctx context.Context, s *school.School, id string) (contract.PieceDetail, error) {
	m, by := s.Now(), school.ActorOf(ctx)
	p, err := m.Piece(by, id)
	if err != nil {
		return contract.PieceDetail{}, err
	}
	log, err := s.Log(ctx, id)
	if err != nil {
		return contract.PieceDetail{}, err
	}
	return Detail(m, by, p, log), nil
}
