package main

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"strings"

	"github.com/spf13/cobra"

	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

func studentCommand() *cobra.Command {
	var class string
	var erase bool
	cmd := &cobra.Command{
		Use:   "student NAME",
		Short: "Show all that is kept of a student, as JSON, or erase it",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			return withSchool(cmd, func(ctx context.Context, s *school.School) error {
				student, err := lists.PersonOf(s.Now(), args[0], class)
				if err != nil {
					return err
				}
				if !erase {
					about, err := lists.About(ctx, s, student)
					if err != nil {
						return err
					}
					out := json.NewEncoder(os.Stdout)
					out.SetIndent("", "  ")
					return out.Encode(about)
				}
				may, err := lists.Erase(ctx, s, student)
				if err != nil {
					return err
				}
				fmt.Printf("%s is erased: name, mark, and what was said by or about them. Their pieces' coats, looks and firings stay.\n", student.Called())
				for _, m := range may {
					fmt.Printf("May be meant here, look yourself: %s, %q.\n", m.Where, m.Text)
				}
				return stillNamed(s)
			})
		},
	}
	cmd.Flags().StringVar(&class, "class", "", "class of the student, where two are called so")
	cmd.Flags().BoolVar(&erase, "erase", false, "take name, mark and words out for good")
	return cmd
}

// stillNamed says where else a name that was erased is still to be found.
func stillNamed(s *school.School) error {
	names, err := lists.Copies(s)
	if err != nil {
		return err
	}
	if len(names) > 0 {
		fmt.Printf("These copies still hold it: make another with 'enkaustos backup', and delete them, also where they were copied to: %s.\n", strings.Join(names, ", "))
	}
	return nil
}
