package main

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"time"

	"github.com/google/uuid"
	"github.com/spf13/cobra"

	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

func exportCommand() *cobra.Command {
	var database string
	cmd := &cobra.Command{
		Use:   "export JOB FILE",
		Short: "Write one job with its whole record and photographs to a new file, also while Ledge runs",
		Args:  cobra.ExactArgs(2),
		RunE: func(cmd *cobra.Command, args []string) error {
			s, err := store.OpenToRead(cmd.Context(), database)
			if err != nil {
				return err
			}
			defer s.Close()
			id, err := s.JobNumbered(cmd.Context(), args[0])
			if errors.Is(err, db.ErrNotFound) {
				return fmt.Errorf("%s has no job %s", database, args[0])
			}
			if err != nil {
				return err
			}
			file, err := os.OpenFile(args[1], os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
			if errors.Is(err, fs.ErrExist) {
				return fmt.Errorf("%s is there already", args[1])
			}
			if err != nil {
				return err
			}
			_, err = shop.New(shop.Options{Store: s}).Archive(cmd.Context(), id, file)
			if err := errors.Join(err, file.Sync(), file.Close()); err != nil {
				return errors.Join(err, os.Remove(args[1]))
			}
			fmt.Fprintf(cmd.OutOrStdout(), "Job %s is in %s.\n", args[0], args[1])
			return nil
		},
	}
	cmd.Flags().StringVar(&database, "db", "ledge.db", "the database file")
	return cmd
}

func importCommand() *cobra.Command {
	var database, by string
	cmd := &cobra.Command{
		Use:   "import FILE",
		Short: "Take in a job from a file that export wrote",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			file, err := os.Open(args[0])
			if err != nil {
				return err
			}
			defer file.Close()
			info, err := file.Stat()
			if err != nil {
				return err
			}
			if _, err := os.Stat(database); err != nil {
				return fmt.Errorf("there is no file %s; name the shop's file with --db", database)
			}
			s, err := store.Open(cmd.Context(), database, time.Now)
			if errors.Is(err, db.ErrInUse) {
				//lint:ignore ST1005 Ledge is a name
				return fmt.Errorf("Ledge is running on %s: use Import a job on its shop page instead", database)
			}
			if err != nil {
				return err
			}
			defer s.Close()
			answer, err := shop.New(shop.Options{Store: s}).
				TakeArchive(db.As(cmd.Context(), by), uuid.NewString(), file, info.Size())
			if err != nil {
				return err
			}
			number, err := s.JobNumber(cmd.Context(), answer.Job)
			if err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is now job %s.\n", args[0], number)
			return nil
		},
	}
	cmd.Flags().StringVar(&database, "db", "ledge.db", "the database file")
	cmd.Flags().StringVar(&by, "by", "the command line", "who takes it in, for the record")
	return cmd
}
