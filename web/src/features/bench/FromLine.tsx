import { Button, Group } from "@mantine/core";
import { useSyncExternalStore } from "react";
import type { GaugeSetup } from "../../api/client";
import type { Instrument } from "../../api/gauges";
import { line } from "../../api/line";
import look from "../../look/look.module.css";
import { type Length, show } from "../../quantity/length";
import { holds, rocks, useLineState, useTakes } from "../../ui/use-gauge-line";
import { benchWords } from "../../words/bench";
import { lineWords } from "../../words/line";
import { useConnected } from "./use-line";

/**
 * How far off a gauge stands that shows a length on its standard: a dial by all that it shows, in the sense of sizes; one that shows sizes by
 * what it is away from the nearest of its standards, or from closed.
 */
export function offOf(shown: Length, gauge: GaugeSetup, instrument: Instrument): { off: Length; standard: Length | undefined } {
	if (gauge.mode !== "direct") return { off: gauge.sense * shown, standard: undefined };
	const sizes = [0, ...(instrument.facts.standards ?? []).map((s) => s.size)];
	const standard = sizes.reduce((best, s) => (Math.abs(shown - s) < Math.abs(shown - best) ? s : best), 0);
	return { off: shown - standard, standard };
}

/** The zero is taken from the gauge's line, too: by its key, the foot or a tap. */
export function FromLine({ gauge, onOff }: { gauge: GaugeSetup | undefined; onOff: (off: Length) => void }) {
	const instrument = useConnected(gauge);
	const state = useLineState();
	const { shown, turned } = useSyncExternalStore(line.subscribe, line.shown);
	const held = holds(state, instrument);
	useTakes((took) => {
		if (!held || !gauge || !instrument) return false;
		onOff(offOf(took.size, gauge, instrument).off);
		return true;
	});
	if (!held || !gauge || !shown || !instrument) return null;
	const at = rocks(instrument) ? turned : shown;
	if (!at) return <span>{lineWords.rock}</span>;
	const { standard } = offOf(at.size, gauge, instrument);
	return (
		<Group justify="space-between">
			<span className={look.figure}>
				{benchWords.lineShows(
					`${show(at.size, at.unit)} ${at.unit}`,
					standard ? `${show(standard, at.unit)} ${at.unit}` : undefined,
				)}
			</span>
			{/* Taken as a reading is: a turning point that was the zero's is no part's any more. */}
			<Button variant="default" onClick={() => void line.press().catch(() => undefined)}>
				{benchWords.takeWhatItShows}
			</Button>
		</Group>
	);
}
