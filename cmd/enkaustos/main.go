// Command enkaustos plans and tracks student glazing, from fired tiles to the
// kiln. Everything it knows lies in one folder.
package main

import (
	"context"
	"fmt"
	"os"
	"os/signal"
	"strings"
	"syscall"
	_ "time/tzdata" // zones of calendar files, on machines that bring none

	"github.com/spf13/cobra"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	root := &cobra.Command{
		Use:           "enkaustos",
		Short:         "Plan and track student glazing, from fired tiles to the kiln",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.PersistentFlags().String("data", "enkaustos-data", "folder that holds the school")
	root.AddCommand(serveCommand(), demoCommand(), importCommand(), backupCommand(), restoreCommand(), passphraseCommand(), studentCommand())
	if err := root.ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "enkaustos: "+firstLine(err))
		os.Exit(1)
	}
}

// firstLine keeps an error to one sentence.
func firstLine(err error) string {
	line, _, _ := strings.Cut(err.Error(), "\n")
	return line
}
