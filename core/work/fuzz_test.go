package work_test

import (
	"encoding/json"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/work"
)

// A log of whatever lies on a disk is folded, or is no log at all.
func FuzzStoredLog(f *testing.F) {
	f.Add(`[{"seq":1,"id":"a","kind":"coat","surface":"face","glaze":"A"},{"seq":2,"id":"b","kind":"undo","undoes":"a"}]`)
	f.Add(`[{"seq":1,"id":"a","kind":"undo","undoes":"a"}]`)
	f.Add(`[{"seq":2,"id":"a","kind":"undo","undoes":"b"},{"seq":1,"id":"b","kind":"undo","undoes":"a"}]`)
	f.Add(`[{"id":"a","kind":"coat","surface":"face","doubts":"a"},{"id":"d","kind":"answer","of":"a","text":"next"}]`)
	f.Add(`[{"kind":"wipe","surface":"x","coats":-3},{"kind":"check","seen":-1},{"kind":"never heard of"}]`)
	for _, kind := range work.Kinds() {
		one, _ := json.Marshal([]work.Event{{Seq: 1, ID: "a", Kind: kind, Surface: "face", Glaze: "A"}, {Seq: 2, ID: "b", Kind: work.Undone, Undoes: "a"}})
		f.Add(string(one))
	}
	f.Fuzz(func(t *testing.T, text string) {
		var log []work.Event
		if json.Unmarshal([]byte(text), &log) != nil || len(log) > 200 {
			return
		}
		state := work.Fold(log)
		require.Equal(t, state, work.Fold(slices.Clone(log)))
		for _, c := range state.Coats {
			require.NotEmpty(t, state.On(c.Surface))
			require.NotEmpty(t, state.Stack(c.Surface))
		}
	})
}
