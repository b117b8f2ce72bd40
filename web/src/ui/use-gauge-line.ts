import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from "react";
import type { Instrument } from "../api/gauges";
import { type LineState, line, type Took } from "../api/line";
import { canReadPorts, choosePort } from "../api/web-serial";
import { lineWords } from "../words/line";

/** How this page's line does. */
export const useLineState = () => useSyncExternalStore(line.subscribe, line.state);

/** Whether this page has the line of an instrument. */
export const holds = (state: LineState, instrument: Instrument | undefined) =>
	instrument !== undefined && state.instrument === instrument.id && state.standing !== undefined;

/** Tells the line which gauge is at work, and how it is set up. */
export function useFollowed(instrument: Instrument | undefined, mode: string | undefined, sense: number | undefined) {
	const asked =
		instrument?.link && mode !== undefined
			? JSON.stringify({ instrument: instrument.id, link: instrument.link, mode, sense: sense ?? 1 })
			: undefined;
	useEffect(() => {
		line.follow(asked === undefined ? undefined : JSON.parse(asked));
		return () => line.leave();
	}, [asked]);
}

/** Puts what the line takes in its place for as long as this is drawn; false where it waits for another place. */
export function useTakes(place: (took: Took) => boolean) {
	const latest = useRef(place);
	useLayoutEffect(() => {
		latest.current = place;
	});
	useLayoutEffect(() => line.placedBy((took) => latest.current(took)), []);
}

/** Takes the line of a gauge, or lets it go. */
export async function turnLine(instrument: Instrument, state: LineState) {
	if (holds(state, instrument)) line.release();
	else if (instrument.link?.port !== "browser") line.take();
	else if (!canReadPorts()) line.refuse(lineWords.noPorts);
	else if (await choosePort()) line.take();
	else line.refuse(lineWords.noPort);
}

/** Whether a gauge is rocked, so that its turning point is its reading. */
export const rocks = ({ facts, link }: Instrument) => facts.kind === "bore_gauge" && link?.sends === "shows";

/** What is to be said of a line that is not well. */
export function lineTrouble(state: LineState): string {
	switch (state.standing) {
		case "rubbish":
			return lineWords.rubbish(state.bad ?? "", state.says ?? "", state.bads ?? 0);
		case "flood":
			return lineWords.flood;
		case "silent":
			return lineWords.silent;
		case "away":
			return lineWords.away;
		default:
			return state.says ?? "";
	}
}
