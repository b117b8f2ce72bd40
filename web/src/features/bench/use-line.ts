import { useQuery } from "@tanstack/react-query";
import type { RefObject } from "react";
import { flushSync } from "react-dom";
import type { FeatureView, GaugeSetup } from "../../api/client";
import { cabinetQuery, type Instrument } from "../../api/gauges";
import { type LineState, line } from "../../api/line";
import { holds, turnLine, useFollowed, useLineState, useTakes } from "../../ui/use-gauge-line";
import { benchWords } from "../../words/bench";
import { lineMeaning } from "./line-meaning";
import type { EntryState } from "./use-entry";

/** The line of the gauge that reads here. */
export interface BenchLine {
	instrument: Instrument;
	state: LineState;
	held: boolean;
	/** Takes the line, or lets it go. */
	turn: () => void;
	over: () => void;
	/** Whether Enter takes what the gauge shows. */
	ready: boolean;
	/** Takes what the gauge shows; false where Enter means something else. */
	enter: () => boolean;
}

/** The instrument of a setup, where it is one of the shop's that are connected. */
export function useConnected(gauge: GaugeSetup | undefined): Instrument | undefined {
	const { data } = useQuery({ ...cabinetQuery, enabled: gauge?.cabinet !== undefined });
	const one = data?.find((i) => i.id === gauge?.cabinet);
	return one?.link ? one : undefined;
}

/** Listens to the line of the gauge that reads here, and puts what it takes where a typed reading would go. */
export function useLine(
	feature: FeatureView,
	gauge: GaugeSetup | undefined,
	entry: EntryState,
	busy: boolean,
	going: RefObject<boolean>,
): BenchLine | undefined {
	const instrument = useConnected(gauge);
	const state = useLineState();
	const held = holds(state, instrument);
	useFollowed(instrument, gauge?.mode, gauge?.sense);
	useTakes((took) => {
		// What comes while another part is opened is that part's.
		if (!held || going.current) return false;
		// What is taken while a dialog asks something is nobody's reading; the dialog on the zero takes it itself.
		if (busy) entry.hint(benchWords.dialogWasOpen);
		else flushSync(() => entry.takeLine(took, lineMeaning(feature, took, gauge)));
		return true;
	});
	if (!instrument) return undefined;
	const asks = instrument.link?.sends === "shows" || (instrument.link?.request && !instrument.link.every);
	const ready = held && Boolean(asks) && entry.typed === "" && (entry.here.length === 0 || entry.repeat);
	return {
		instrument,
		state,
		held,
		turn: () => void turnLine(instrument, state),
		over: () => line.take(true),
		ready,
		enter: () => {
			if (ready) line.press().catch((error: Error) => entry.hint(error.message));
			return ready;
		},
	};
}
