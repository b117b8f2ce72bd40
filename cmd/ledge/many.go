package main

import (
	"fmt"
	"time"

	"github.com/spf13/cobra"

	"ledge/internal/demo"
	"ledge/internal/store"
)

// manyCommand makes the database that `make bench` measures.
func manyCommand() *cobra.Command {
	var database string
	var jobs, open int
	cmd := &cobra.Command{
		Use:    "many",
		Short:  "Fill a database with the jobs of many years, for measuring",
		Hidden: true,
		Args:   cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			s, err := store.Open(cmd.Context(), database, time.Now)
			if err != nil {
				return err
			}
			defer s.Close()
			begun := time.Now()
			readings, err := demo.Many(cmd.Context(), s, 1, jobs, open, time.Now())
			if err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%d jobs, %d readings in %s\n", jobs, readings,
				time.Since(begun).Round(time.Second))
			return nil
		},
	}
	cmd.Flags().StringVar(&database, "db", "many.db", "the database file")
	cmd.Flags().IntVar(&jobs, "jobs", 20_000, "how many jobs")
	cmd.Flags().IntVar(&open, "open", 60, "how many of them are still in the shop")
	return cmd
}
