package main

import (
	"github.com/spf13/cobra"

	"ledge/internal/exchange"
)

func schemaCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "schema",
		Short: "Print the JSON Schema of the inspection and result documents",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			_, err := cmd.OutOrStdout().Write(exchange.Schema)
			return err
		},
	}
}
