package main

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"ledge/internal/core/order"
	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// A source is what a paper is made from: a job of a shop, or an open file.
type source struct{ database, job, file string }

func (s *source) flags(cmd *cobra.Command) {
	cmd.Flags().StringVar(&s.database, "db", "ledge.db", "the database file")
	cmd.Flags().StringVar(&s.job, "job", "", "the number of a job in it")
	cmd.Flags().StringVar(&s.file, "file", "", "an open inspection file in its place (- for standard input)")
	cmd.MarkFlagsOneRequired("job", "file")
	cmd.MarkFlagsMutuallyExclusive("job", "file")
}

// open is the application over the source, and the job in it.
func (s *source) open(cmd *cobra.Command) (a *shop.Application, job int64, done func() error, err error) {
	if s.file != "" {
		input, err := openInput(cmd, s.file)
		if err != nil {
			return nil, 0, nil, err
		}
		defer input.Close()
		a, job, done, err = shop.Lone(cmd.Context(), input, "the command line")
		return a, job, done, told(cmd, err)
	}
	database, err := store.OpenToRead(cmd.Context(), s.database)
	if err != nil {
		return nil, 0, nil, err
	}
	a = shop.New(shop.Options{Store: database})
	if job, err = a.Numbered(cmd.Context(), s.job); errors.Is(err, db.ErrNotFound) {
		err = fmt.Errorf("%s has no job %s", s.database, s.job)
	}
	if err != nil {
		return nil, 0, nil, errors.Join(err, database.Close())
	}
	return a, job, database.Close, nil
}

// write makes a paper of the source and writes it to a new file, or to standard output where its name is "-".
func (s *source) write(cmd *cobra.Command, name string,
	paper func(context.Context, *shop.Application, int64) (exchange.File, error)) error {
	a, job, done, err := s.open(cmd)
	if err != nil {
		return err
	}
	made, err := paper(cmd.Context(), a, job)
	if err := errors.Join(err, done()); err != nil {
		return err
	}
	if name == "-" {
		_, err := cmd.OutOrStdout().Write(made.Body)
		return err
	}
	file, err := os.OpenFile(name, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if errors.Is(err, fs.ErrExist) {
		return fmt.Errorf("%s is there already", name)
	}
	if err != nil {
		return err
	}
	_, err = file.Write(made.Body)
	return errors.Join(err, file.Close())
}

func reportCommand() *cobra.Command {
	var from source
	kinds := []string{"inspection", "summary"}
	sheets := map[string]order.Name{}
	for _, n := range order.Names.All() {
		sheets[exchange.SheetName(n)] = n
		kinds = append(kinds, exchange.SheetName(n))
	}
	var kind string
	cmd := &cobra.Command{
		Use:   "report FILE.pdf|-",
		Short: "Write a paper of a job or of an open file as a PDF: the inspection, the summary, or a sheet",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if !slices.Contains(kinds, kind) {
				return fmt.Errorf("there is no paper %q: name one of %s", kind, strings.Join(kinds, ", "))
			}
			return from.write(cmd, args[0],
				func(ctx context.Context, a *shop.Application, job int64) (exchange.File, error) {
					switch kind {
					case "inspection":
						return a.InspectionPaper(ctx, job)
					case "summary":
						return a.SummaryPaper(ctx, job)
					}
					return a.SheetNamed(ctx, job, sheets[kind])
				})
		},
	}
	from.flags(cmd)
	cmd.Flags().StringVar(&kind, "paper", "inspection", "which: "+strings.Join(kinds, ", "))
	return cmd
}

func workbookCommand() *cobra.Command {
	var from source
	cmd := &cobra.Command{
		Use:   "workbook FILE.xlsx",
		Short: "Write a job or an open file as a spreadsheet",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			return from.write(cmd, args[0],
				func(ctx context.Context, a *shop.Application, job int64) (exchange.File, error) {
					return a.Workbook(ctx, job)
				})
		},
	}
	from.flags(cmd)
	return cmd
}
