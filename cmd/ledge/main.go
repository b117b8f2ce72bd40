// Command ledge is the inspection bench of an engine machine shop: a web application, and the same
// evaluation on the command line.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"syscall"

	"github.com/spf13/cobra"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := newCommand(os.Stdin, os.Stdout, os.Stderr).ExecuteContext(ctx); err != nil {
		if !errors.Is(err, errReported) {
			fmt.Fprintln(os.Stderr, "ledge:", err)
		}
		os.Exit(1)
	}
}

// errReported ends a command whose problems are already on standard error.
var errReported = errors.New("reported")

func newCommand(in io.Reader, out, problems io.Writer) *cobra.Command {
	root := &cobra.Command{
		Use:           "ledge",
		Short:         "Inspection, arithmetic and judgement for used engine parts",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.SetIn(in)
	root.SetOut(out)
	root.SetErr(problems)
	root.AddCommand(serveCommand(), demoCommand(), backupCommand(), restoreCommand(), checkCommand(),
		exportCommand(), importCommand(), manyCommand(), truthCommand(), gaugeCommand(),
		evaluateCommand(), ordersCommand(), reportCommand(), workbookCommand(), schemaCommand(), openapiCommand())
	return root
}
