package main

import (
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/spf13/cobra"

	"ledge/internal/core/disposition"
	"ledge/internal/exchange"
)

func evaluateCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "evaluate FILE",
		Short: "Evaluate an open inspection file (- for standard input) and print the result",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			source := cmd.InOrStdin()
			if args[0] != "-" {
				file, err := os.Open(args[0])
				if err != nil {
					return err
				}
				defer file.Close()
				source = file
			}
			return evaluate(source, cmd.OutOrStdout(), cmd.ErrOrStderr())
		},
	}
}

func evaluate(source io.Reader, out, problems io.Writer) error {
	in, err := exchange.Read(source)
	var list exchange.Problems
	if errors.As(err, &list) {
		fmt.Fprintln(problems, list.Error())
		return errReported
	}
	if err != nil {
		return err
	}
	return exchange.WriteResult(out, in, disposition.Evaluate(in))
}
