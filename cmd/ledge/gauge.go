package main

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net"
	"os"
	"strconv"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
	"ledge/internal/gaugelink"
)

// gaugeOptions are what the stand-in is told; lengths are in its unit.
type gaugeOptions struct {
	listen, kinds, plan, unit, truth, sends, link string
	division, hand, zero, setting, rock           string
	pseudo, wait, polled, smaller                 bool
	seed                                          uint64
	rate, wrongSign, flood                        int
	dropouts                                      float64
	at, unplug                                    time.Duration
}

func gaugeCommand() *cobra.Command {
	var o gaugeOptions
	cmd := &cobra.Command{
		Use:   "gauge",
		Short: "Play an instrument on simulated parts: a line to try the bench with, and its truth beside",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			p, err := o.playing()
			if err != nil {
				return err
			}
			return o.play(cmd, p)
		},
	}
	f := cmd.Flags()
	f.StringVar(&o.listen, "listen", "127.0.0.1:9400", "where to send lines to whoever connects; empty for none")
	f.BoolVar(&o.pseudo, "pty", false, "send them to a pseudo-terminal, too")
	f.StringVar(&o.link, "link", "", "a name under which the pseudo-terminal is found, as a symbolic link")
	f.StringVar(&o.unit, "unit", "mm", "mm or in; all lengths are in it")
	f.StringVar(&o.kinds, "kinds", "main_journal:5:54.98,rod_journal:4:47.98",
		"what is measured, each kind with how many and the size when new")
	f.StringVar(&o.plan, "plan", "3x3", "the plan of each part")
	f.StringVar(&o.division, "division", "0.001", "one division")
	f.StringVar(&o.hand, "looseness", "0.001", "standard deviation of one reading")
	f.StringVar(&o.zero, "setting-error", "0", "how far off it was set")
	f.StringVar(&o.setting, "setting", "0", "what it was zeroed on: it then sends deviations; 0 where it sends sizes")
	f.BoolVar(&o.smaller, "smaller", false, "more on its dial means smaller")
	f.StringVar(&o.sends, "sends", "pressed",
		"pressed (a line a reading) or shows (all the time, taken by a foot switch)")
	f.IntVar(&o.rate, "rate", 50, "lines a second where it shows")
	f.StringVar(&o.rock, "rock", "0", "how far it swings from its turning point")
	f.DurationVar(&o.at, "at", time.Second, "how long it stays at a place")
	f.IntVar(&o.wrongSign, "wrong-sign", 0, "every how-many-th place has the other sign; 0 none")
	f.IntVar(&o.flood, "flood", 0, "after every how-many-th place a thousand lines come at once; 0 never")
	f.Float64Var(&o.dropouts, "dropouts", 0, "the share of lines that are lost, 0 to 1")
	f.DurationVar(&o.unplug, "unplug", 0, "how often the line is pulled out; 0 never")
	f.BoolVar(&o.polled, "polled", false, "send a line for each request only")
	f.BoolVar(&o.wait, "wait", false, "wait for Enter here before each kind of part")
	f.Uint64Var(&o.seed, "seed", 1, "the same seed plays the same parts and hands")
	f.StringVar(&o.truth, "truth", "", "a file for what the parts truly are, as JSON in 0.1 nm")
	return cmd
}

// playing reads the options.
func (o gaugeOptions) playing() (gaugelink.Playing, error) {
	p := gaugelink.Playing{Seed: o.seed, Unit: unit.System(o.unit), Sends: instrument.SendMode(o.sends), Rate: o.rate,
		At: o.at, WrongSign: o.wrongSign, Flood: o.flood, Dropouts: o.dropouts, Sense: 1}
	if !p.Unit.Valid() {
		return p, fmt.Errorf("--unit: %q is neither mm nor in", o.unit)
	}
	if p.Sends != instrument.Pressed && p.Sends != instrument.Shows {
		return p, fmt.Errorf("--sends: %q is neither pressed nor shows", o.sends)
	}
	if o.smaller {
		p.Sense = -1
	}
	var err error
	for _, l := range []struct {
		flag, text string
		into       *unit.Length
	}{{"division", o.division, &p.Division}, {"looseness", o.hand, &p.Hand}, {"setting-error", o.zero, &p.Zero},
		{"setting", o.setting, &p.Setting}, {"rock", o.rock, &p.Rock}} {
		if *l.into, err = unit.Parse(l.text, p.Unit); err != nil {
			return p, fmt.Errorf("--%s: %w", l.flag, err)
		}
	}
	if p.Division <= 0 {
		return p, fmt.Errorf("--division: %s is no division", o.division)
	}
	found := false
	if p.Plan, found = plan.Find(o.plan); !found {
		return p, fmt.Errorf("--plan: there is no plan %q", o.plan)
	}
	for _, text := range strings.Split(o.kinds, ",") {
		fields := strings.Split(text, ":")
		if len(fields) != 3 {
			return p, fmt.Errorf("--kinds: %q is not KIND:COUNT:SIZE", text)
		}
		k := gaugelink.PlayedKind{Kind: part.Kind(fields[0])}
		if !k.Kind.Known() {
			return p, fmt.Errorf("--kinds: there is no kind %q", fields[0])
		}
		if k.Count, err = strconv.Atoi(fields[1]); err != nil || k.Count < 1 || k.Count > 100 {
			return p, fmt.Errorf("--kinds: %q is no number of parts", fields[1])
		}
		if k.New, err = unit.Parse(fields[2], p.Unit); err != nil {
			return p, fmt.Errorf("--kinds: %w", err)
		}
		p.Kinds = append(p.Kinds, k)
	}
	return p, nil
}

// play plays until all is measured.
func (o gaugeOptions) play(cmd *cobra.Command, p gaugelink.Playing) error {
	ctx, cancel := context.WithCancel(cmd.Context())
	defer cancel()
	out := cmd.OutOrStdout()
	if o.truth != "" {
		text, err := json.MarshalIndent(p.Places(), "", " ")
		if err != nil {
			return err
		}
		if err := os.WriteFile(o.truth, append(text, '\n'), 0o644); err != nil {
			return err
		}
	}
	stage := gaugelink.NewStage()
	stage.Unplug, stage.Polled = o.unplug, o.polled
	if o.wait {
		enters := bufio.NewScanner(cmd.InOrStdin())
		stage.Ready = func(_ context.Context, place gaugelink.Place) error {
			fmt.Fprintf(out, "Enter begins with %s 1.\n", place.Kind)
			enters.Scan()
			return enters.Err()
		}
	}
	if o.listen != "" {
		listener, err := net.Listen("tcp", o.listen)
		if err != nil {
			return err
		}
		fmt.Fprintf(out, "The gauge sends to tcp://%s\n", listener.Addr())
		go stage.Listen(ctx, listener)
	}
	if o.pseudo {
		port, err := gaugelink.OpenPseudo()
		if err != nil {
			return err
		}
		defer port.Close()
		if o.link != "" {
			_ = os.Remove(o.link)
			if err := os.Symlink(port.Name, o.link); err != nil {
				return err
			}
			defer os.Remove(o.link)
		}
		fmt.Fprintf(out, "The gauge sends to %s\n", port.Name)
		stage.Join(port)
	}
	fmt.Fprintf(out, "Its lines are read by %s\nIts foot switch says %s.\n", simulate.LinePattern,
		simulate.FootLine)
	if err := stage.Play(ctx, p); err != nil && ctx.Err() == nil {
		return err
	}
	fmt.Fprintln(out, "All is measured.")
	<-ctx.Done()
	return nil
}
