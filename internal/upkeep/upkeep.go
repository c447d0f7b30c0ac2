// Package upkeep is what a server does by itself while it runs: it copies the school on a
// schedule, also to a folder outside the machine, and has the database file whole when
// nobody works.
package upkeep

import (
	"context"
	"log/slog"
	"time"

	"enkaustos/internal/school"
)

// Upkeep looks after one school.
type Upkeep struct {
	School *school.School
	Log    *slog.Logger
	// Every is how often the database is copied; 0 for never.
	Every time.Duration
	// Outside is a folder on a stick or a share that gets every copy as well; "" for none.
	Outside string
	// Replicated says that a replicator streams the database's log: it alone empties it.
	Replicated bool
}

const (
	rest = time.Minute
)

// Run goes on until its context ends.
func (u Upkeep) Run(ctx context.Context) {
	due := time.After(u.wait(rest))
	resting := time.NewTicker(rest)
	defer resting.Stop()
	var seen, whole int64
	for {
		select {
		case <-ctx.Done():
			return
		case <-due:
			u.Copy(ctx)
			due = time.After(u.wait(u.Every))
		case <-resting.C:
			seq := u.School.Now().Seq
			if !u.Replicated && seq == seen && seq != whole { // nobody worked for a while
				u.checkpoint(ctx)
				whole = seq
			}
			seen = seq
		}
	}
}

// wait is how long until the next copy, at least so long.
func (u Upkeep) wait(least time.Duration) time.Duration {
	if u.Every <= 0 {
		return 1 << 62
	}
	return max(min(least, u.Every), u.School.Copies().Due(u.Every))
}

// Copy copies the school, and what was copied to the folder outside.
func (u Upkeep) Copy(ctx context.Context) {
	made, err := u.School.Copies().Make(ctx)
	if err != nil {
		u.Log.Error("backup failed", "error", err)
		return
	}
	u.Log.Info("backup made", "name", made.Name)
	if err := u.School.Copies().Prune(school.KeptCopies); err != nil {
		u.Log.Error("old backups could not be removed", "error", err)
	}
	if !u.Replicated {
		u.checkpoint(ctx)
	}
	if u.Outside == "" {
		return
	}
	if err := u.School.Copies().Out(ctx, made, u.Outside); err != nil {
		u.Log.Error("the copy outside failed", "error", err)
		return
	}
	u.Log.Info("copied outside", "folder", u.Outside, "name", made.Name)
}

func (u Upkeep) checkpoint(ctx context.Context) {
	if err := u.School.Copies().Checkpoint(ctx); err != nil {
		u.Log.Error("the database's log could not be taken into it", "error", err)
	}
}
