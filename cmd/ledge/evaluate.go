package main

import (
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
			in, err := readFile(cmd, args[0])
			if err != nil {
				return err
			}
			return exchange.WriteResult(cmd.OutOrStdout(), in, disposition.Evaluate(in))
		},
	}
}
