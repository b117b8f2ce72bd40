package main

import (
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/spf13/cobra"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/exchange"
)

func ordersCommand() *cobra.Command {
	var after string
	cmd := &cobra.Command{
		Use:   "orders FILE",
		Short: "Print the sheets that follow from the decisions of an open inspection file (- for standard input)",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			in, err := readFile(cmd, args[0])
			if err != nil {
				return err
			}
			var back *inspection.Inspection
			var came disposition.Result
			if after != "" {
				if back, err = readFile(cmd, after); err != nil {
					return err
				}
				came = disposition.Evaluate(back)
			}
			return exchange.WriteOrders(cmd.OutOrStdout(), in, order.SheetsOf(in, disposition.Evaluate(in)), back,
				came)
		},
	}
	cmd.Flags().StringVar(&after, "after", "", "the file with what was measured when the work came back")
	return cmd
}

// openInput is a file, or standard input for -.
func openInput(cmd *cobra.Command, name string) (io.ReadCloser, error) {
	if name == "-" {
		return io.NopCloser(cmd.InOrStdin()), nil
	}
	return os.Open(name)
}

// readFile reads an open inspection file; what is wrong with it is told at each place.
func readFile(cmd *cobra.Command, name string) (*inspection.Inspection, error) {
	source, err := openInput(cmd, name)
	if err != nil {
		return nil, err
	}
	defer source.Close()
	in, err := exchange.Read(source)
	return in, told(cmd, err)
}

// told tells what is wrong with a file at each place; other errors stay as they are.
func told(cmd *cobra.Command, err error) error {
	var list exchange.Problems
	if errors.As(err, &list) {
		fmt.Fprintln(cmd.ErrOrStderr(), list.Error())
		return errReported
	}
	return err
}
