import { Button, Group } from "@mantine/core";
import { useSyncExternalStore } from "react";
import { flushSync } from "react-dom";
import type { Instrument } from "../../api/gauges";
import { line } from "../../api/line";
import look from "../../look/look.module.css";
import { type Length, show } from "../../quantity/length";
import { holds, lineTrouble, turnLine, useFollowed, useLineState, useTakes } from "../../ui/use-gauge-line";
import { Warned } from "../../ui/Warned";
import { lineWords } from "../../words/line";

/** Readings of a study come by the line of its instrument, too, one for each press or foot. */
export function StudyLine({ instrument, onTook }: { instrument: Instrument; onTook: (size: Length) => void }) {
	const state = useLineState();
	const { shown } = useSyncExternalStore(line.subscribe, line.shown);
	const { kind, sense } = instrument.facts;
	const held = holds(state, instrument);
	useFollowed(instrument, kind === "bore_gauge" && sense < 0 ? "length" : "direct", sense);
	useTakes((took) => {
		flushSync(() => onTook(took.size));
		return true;
	});
	if (!instrument.link) return null;
	const trouble = held ? lineTrouble(state) : (state.refused ?? "");
	return (
		<Group role="status">
			{trouble ? <Warned small>{trouble}</Warned> : null}
			{held && shown ? <span className={look.figure}>{`${show(shown.size, shown.unit)} ${shown.unit}`}</span> : null}
			<Button size="compact-sm" variant="default" onClick={() => void turnLine(instrument, state)}>
				{held ? lineWords.letGo : lineWords.take}
			</Button>
		</Group>
	);
}
