package main

import (
	"context"
	"fmt"
	"time"

	"enkaustos/internal/contract"
)

// kilnHand is the teacher who loads, fires and unloads amid the storm. What was
// answered is remembered, and has to be found again.
type kilnHand struct {
	*caller
	class  string // of the tablets: its pieces are left to them
	fired  map[string][]string
	failed error // a refusal that no dead server explains
}

// a load of few pieces, so that the demo's ready ones last for the whole storm
const (
	loadEvery = 4 * time.Second
	loadOf    = 2
)

// work fires a load every few seconds until the storm is over.
func (k *kilnHand) work(ctx context.Context) {
	k.fired = map[string][]string{}
	for end := time.Now().Add(lasts); time.Now().Before(end) && ctx.Err() == nil; time.Sleep(loadEvery) {
		pieces, cone, err := k.fit()
		if err != nil || len(pieces) == 0 {
			continue
		}
		var load contract.Load
		if k.call("POST", "/loads", map[string]any{"cone": cone, "pieces": pieces}, &load) != nil {
			continue // the server died: whether it stands in a load is seen next time
		}
		if err := k.again("/loads/" + load.Id + "/fire"); err != nil {
			k.failed = fmt.Errorf("firing %s: %w", load.Name, err)
			return
		}
		k.fired[load.Id] = load.Pieces
		if err := k.again("/loads/" + load.Id + "/unload?why=a+drill"); err != nil {
			k.failed = fmt.Errorf("unloading %s: %w", load.Name, err)
			return
		}
	}
}

// fit are some pieces that may be fired together.
func (k *kilnHand) fit() (pieces []map[string]any, cone string, err error) {
	var list contract.PieceList
	if err := k.call("GET", "/pieces", nil, &list); err != nil {
		return nil, "", err
	}
	for _, p := range list.Pieces {
		if p.Fit && p.Class != k.class && (cone == "" || p.Cone == cone) && len(pieces) < loadOf {
			cone = p.Cone
			pieces = append(pieces, map[string]any{"id": p.Id, "seen": p.Seq})
		}
	}
	return pieces, cone, nil
}

// again asks until it is answered; that it had happened already is an answer too,
// for the server may have died between keeping and answering.
func (k *kilnHand) again(path string) error {
	var err error
	for tries := range 20 {
		if err = k.call("POST", path, map[string]any{}, nil); err == nil {
			return nil
		}
		if tries > 0 && k.passed(path) {
			return nil
		}
		time.Sleep(retry)
	}
	return err
}

// passed says whether a load is where a path would bring it.
func (k *kilnHand) passed(path string) bool {
	var loads []contract.Load
	if k.call("GET", "/loads", nil, &loads) != nil {
		return false
	}
	for _, l := range loads {
		if path == "/loads/"+l.Id+"/fire" {
			return l.FiredAt != nil
		}
		if path == "/loads/"+l.Id+"/unload?why=a+drill" {
			return l.UnloadedAt != nil
		}
	}
	return false
}

// readBack counts the pieces of answered firings whose record lacks the firing, or
// has it more than once.
func (k *kilnHand) readBack(head *caller) (lost, twice int, err error) {
	for _, pieces := range k.fired {
		for _, id := range pieces {
			var detail contract.PieceDetail
			if err := head.call("GET", "/pieces/"+id, nil, &detail); err != nil {
				return 0, 0, err
			}
			kinds := map[string]int{}
			for _, e := range detail.History {
				kinds[e.Kind]++
			}
			if kinds["fire"] == 0 || kinds["unload"] == 0 {
				lost++
			}
			if kinds["fire"] > 1 || kinds["unload"] > 1 {
				twice++
			}
		}
	}
	return lost, twice, nil
}
