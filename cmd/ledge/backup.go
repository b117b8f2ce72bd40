package main

import (
	"errors"
	"fmt"
	"io/fs"
	"time"

	"github.com/spf13/cobra"

	"ledge/internal/archive"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
)

func backupCommand() *cobra.Command {
	var database string
	cmd := &cobra.Command{
		Use:   "backup FILE",
		Short: "Copy the database to a new file, also while Ledge runs",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			err := tables.Schema.Backup(cmd.Context(), database, args[0])
			switch {
			case errors.Is(err, fs.ErrExist):
				return fmt.Errorf("%s is there already; a backup takes the place of nothing", args[0])
			case err != nil:
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is now in %s.\n", database, args[0])
			return nil
		},
	}
	cmd.Flags().StringVar(&database, "db", "ledge.db", "the database file")
	return cmd
}

func restoreCommand() *cobra.Command {
	var database string
	var unread bool
	cmd := &cobra.Command{
		Use:   "restore FILE",
		Short: "Put a backup in the place of the database; what was there is kept beside it",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			judge := archive.Judge
			if unread {
				judge = nil
			}
			kept, err := store.Restore(cmd.Context(), args[0], database, time.Now(), judge)
			switch {
			case errors.Is(err, db.ErrInUse):
				//lint:ignore ST1005 Ledge is a name
				return fmt.Errorf("Ledge is running on %s; stop it first", database)
			case err != nil:
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is now as in %s.\n", database, args[0])
			if kept != "" {
				fmt.Fprintf(cmd.OutOrStdout(), "What was there is in %s.\n", kept)
			}
			return nil
		},
	}
	cmd.Flags().StringVar(&database, "db", "ledge.db", "the database file")
	cmd.Flags().BoolVar(&unread, "with-unreadable", false, "restore it also where some of its jobs cannot be read")
	return cmd
}

func checkCommand() *cobra.Command {
	var copies string
	cmd := &cobra.Command{
		Use:   "check FILE",
		Short: "Look whether a database and its copies are sound; nothing is changed",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if copies == "" {
				copies = db.CopiesBeside(args[0])
			}
			faults := 0
			for _, path := range append([]string{args[0]}, db.CopiesOf(args[0], copies)...) {
				c := store.Check(cmd.Context(), path, archive.Judge)
				if c.Fault != "" {
					faults++
					fmt.Fprintf(cmd.OutOrStdout(), "NOT SOUND  %s: %s\n", path, c.Fault)
					continue
				}
				fmt.Fprintf(cmd.OutOrStdout(), "sound      %s, %d jobs\n", path, c.Jobs)
			}
			if faults > 0 {
				return errReported
			}
			return nil
		},
	}
	cmd.Flags().StringVar(&copies, "copies-in", "", "the folder of the daily copies; beside the database where empty")
	return cmd
}
