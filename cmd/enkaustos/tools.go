package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"os"
	"strings"

	"github.com/spf13/cobra"

	"enkaustos/internal/door"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

// withSchool opens the school for one piece of work. A folder that a server
// has open is refused, and one in which no school lies: a mistyped name makes none.
func withSchool(cmd *cobra.Command, do func(context.Context, *school.School) error) (err error) {
	dir, _ := cmd.Flags().GetString("data")
	if err := school.Lies(dir); err != nil {
		return err
	}
	s, err := school.Open(cmd.Context(), dir, wallClock{})
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, s.Close()) }()
	return do(cmd.Context(), s)
}

func importCommand() *cobra.Command {
	var dry bool
	var clay, cone string
	cmd := &cobra.Command{
		Use:   "import students|clays|glazes|tiles|readings FILE",
		Short: "Take over a list, whole or not at all",
		Args:  cobra.ExactArgs(2),
		RunE: func(cmd *cobra.Command, args []string) error {
			text, err := os.ReadFile(args[1])
			if err != nil {
				return fmt.Errorf("cannot read %s", args[1])
			}
			return withSchool(cmd, func(ctx context.Context, s *school.School) error {
				out, err := lists.Lists{School: s}.Import(ctx, lists.ImportRequest{Kind: lists.ListKind(args[0]), Text: string(text), Apply: !dry, Clay: clay, Cone: cone})
				if err != nil {
					return err
				}
				return report(out, dry)
			})
		},
	}
	cmd.Flags().BoolVar(&dry, "dry-run", false, "only say what the list would change")
	cmd.Flags().StringVar(&clay, "clay", "", "clay of classes that the list brings in")
	cmd.Flags().StringVar(&cone, "cone", "", "cone of classes that the list brings in")
	return cmd
}

func report(out lists.Import, dry bool) error {
	for _, r := range out.Refused {
		fmt.Printf("row %d, %s: %s\n", r.Row, r.Column, r.Expected)
	}
	for _, a := range out.Asks {
		fmt.Printf("row %d: %s\n", a.Row, a.Text)
	}
	fmt.Printf("%d added, %d changed, %d the same, %d refused\n",
		out.Count(lists.Added), out.Count(lists.Changed), out.Count(lists.Same), out.Count(lists.Refusal))
	switch {
	case len(out.Refused) > 0:
		return errors.New("nothing was taken over: mend the refused rows first")
	case out.Open() > 0:
		return errors.New("nothing was taken over: the list asks what only you can say; import it in the application, under Classes")
	case dry:
		fmt.Println("A dry run: nothing was taken over.")
	}
	return nil
}

func backupCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "backup",
		Short: "Copy the database into the backups folder",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return withSchool(cmd, func(ctx context.Context, s *school.School) error {
				made, err := s.Copies().Make(ctx)
				if err == nil {
					fmt.Printf("%s (%d bytes)\n", made.Name, made.Bytes)
				}
				return err
			})
		},
	}
}

func restoreCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "restore FILE",
		Short: "Put a backup in the place of the database",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			dir, _ := cmd.Flags().GetString("data")
			kept, err := school.Restore(cmd.Context(), dir, args[0])
			if err != nil {
				return err
			}
			fmt.Println("Restored " + args[0])
			if kept != "" {
				fmt.Println("What was there before: " + kept)
			}
			return nil
		},
	}
}

func passphraseCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "passphrase",
		Short: "Choose a new passphrase, read from standard input",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return withSchool(cmd, func(ctx context.Context, s *school.School) error {
				if door.NeedsSetup(s.Now()) {
					return errors.New("no passphrase was chosen yet: run 'enkaustos serve' and open the link it prints")
				}
				fmt.Print("New passphrase: ")
				line, _ := bufio.NewReader(os.Stdin).ReadString('\n')
				if line = strings.TrimSpace(line); line == "" {
					return errors.New("nothing was typed: the passphrase stays as it was")
				}
				return door.SetPassphrase(ctx, s, door.TeacherSecret, line)
			})
		},
	}
}
