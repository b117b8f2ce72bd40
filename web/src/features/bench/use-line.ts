import { useQuery } from "@tanstack/react-query";
import { useEffect, useLayoutEffect, useSyncExternalStore } from "react";
import { flushSync } from "react-dom";
import type { FeatureView, GaugeSetup } from "../../api/client";
import { cabinetQuery, type Instrument } from "../../api/gauges";
import { type LineState, line } from "../../api/line";
import { choosePort } from "../../api/web-serial";
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
	/** Takes what the gauge shows; false where Enter means something else. */
	enter: () => boolean;
}

export const useLineState = () => useSyncExternalStore(line.subscribe, line.state);

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
): BenchLine | undefined {
	const instrument = useConnected(gauge);
	const state = useLineState();
	const held = instrument !== undefined && state.instrument === instrument.id && state.standing !== undefined;
	useFollowed(instrument, gauge);
	useLayoutEffect(() =>
		line.placedBy((took) => {
			// What is taken while a dialog asks something is nobody's reading; the dialog on the zero takes it itself.
			if (held && !busy) flushSync(() => entry.takeLine(took, lineMeaning(feature, took, gauge)));
		}),
	);
	if (!instrument) return undefined;
	return {
		instrument,
		state,
		held,
		turn: () => (state.instrument === instrument.id ? line.release() : void takeLine(instrument)),
		over: () => line.take(true),
		enter: () => {
			const asks = instrument.link?.sends === "shows" || (instrument.link?.request && !instrument.link.every);
			if (!held || !asks || entry.typed !== "" || (entry.here.length > 0 && !entry.repeat)) return false;
			line.press().catch((error: Error) => entry.hint(error.message));
			return true;
		},
	};
}

async function takeLine(instrument: Instrument) {
	if (instrument.link?.port !== "browser" || (await choosePort())) line.take();
}

/** Tells the line which gauge is at work. */
function useFollowed(instrument: Instrument | undefined, gauge: GaugeSetup | undefined) {
	const asked =
		instrument?.link && gauge
			? JSON.stringify({ instrument: instrument.id, link: instrument.link, mode: gauge.mode, sense: gauge.sense })
			: undefined;
	useEffect(() => {
		line.follow(asked === undefined ? undefined : JSON.parse(asked));
		return line.leave;
	}, [asked]);
}

/** Whether a gauge is rocked, so that its turning point is its reading. */
export const rocks = ({ facts, link }: Instrument) => facts.kind === "bore_gauge" && link?.sends === "shows";

/** What is to be said of a line that is not well. */
export function lineTrouble(state: LineState): string {
	switch (state.standing) {
		case "rubbish":
			return benchWords.lineRubbish(state.bad ?? "", state.says ?? "");
		case "flood":
			return benchWords.lineFlood;
		case "silent":
			return benchWords.lineSilent;
		case "away":
			return benchWords.lineAway;
		default:
			return state.says ?? "";
	}
}
