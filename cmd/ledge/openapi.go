package main

import (
	"bytes"
	"encoding/json"

	"github.com/spf13/cobra"

	"ledge/internal/httpapi"
)

func openapiCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "openapi",
		Short: "Print the OpenAPI description of the API",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			description, err := httpapi.Describe("1")
			if err != nil {
				return err
			}
			var pretty bytes.Buffer
			if err := json.Indent(&pretty, description, "", " "); err != nil {
				return err
			}
			pretty.WriteByte('\n')
			_, err = pretty.WriteTo(cmd.OutOrStdout())
			return err
		},
	}
}
