package main

import (
	"bytes"
	"os"
	"path/filepath"

	"github.com/spf13/cobra"

	"ledge/internal/truth"
)

// truthCommand writes the page that says how often Ledge is right.
func truthCommand() *cobra.Command {
	var sets int
	var seed uint64
	var folder string
	cmd := &cobra.Command{
		Use:    "truth",
		Short:  "Play sets of parts whose truth is known, and write how often they were judged rightly",
		Args:   cobra.NoArgs,
		Hidden: true,
		RunE: func(_ *cobra.Command, _ []string) error {
			var page, drawing bytes.Buffer
			if err := truth.Page(&page, &drawing, sets, seed); err != nil {
				return err
			}
			if err := os.WriteFile(filepath.Join(folder, "truth.svg"), drawing.Bytes(), 0o644); err != nil {
				return err
			}
			return os.WriteFile(filepath.Join(folder, "truth.md"), page.Bytes(), 0o644)
		},
	}
	cmd.Flags().IntVar(&sets, "sets", 10_000, "how many sets a row")
	cmd.Flags().Uint64Var(&seed, "seed", 1, "what the sets are drawn from")
	cmd.Flags().StringVar(&folder, "out", "docs", "the folder to write to")
	return cmd
}
