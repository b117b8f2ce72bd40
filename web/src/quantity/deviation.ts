import { quantityWords } from "../words/quantity";
import type { Meaning } from "./digits";
import { type Length, parse, type System } from "./length";
import { counted, smallUnit } from "./readouts";

/** A gauge that shows deviations from what it was zeroed on. */
export interface DeviationGauge {
	mode: "divisions" | "length";
	division: Length;
	setting: Length;
	/** −1 where clockwise past zero means smaller. */
	sense: number;
	/** What a whole number counts, where the dial shows lengths; the usual of the unit where left out. */
	counts?: Length;
	/** It is zeroed on the mating part: what it shows is the clearance. */
	clears?: boolean;
}

/**
 * The size that a shown deviation means. A figure without a sign is what the needle shows, clockwise past zero, and the
 * instrument's own sense says what that means; one with a sign is the deviation itself, plus being larger. On a gauge that is
 * zeroed on the mating part a figure without a sign is the clearance. Nothing is rounded.
 */
export function deviationMeaning(typed: string, gauge: DeviationGauge, system: System): Meaning {
	const text = typed.trim().replace(",", ".").replace("−", "-");
	if (text === "") return { kind: "empty" };
	const whole = /^[+-]?0*[1-9]\d{0,4}(\.\d{1,4})?$/.test(text);
	const deviation =
		gauge.mode === "divisions"
			? counted(text, gauge.division)
			: whole
				? counted(text, gauge.counts ?? smallUnit(system))
				: parse(text, system);
	if (!deviation.ok) {
		return {
			kind: "wrong",
			sentence: gauge.mode === "divisions" ? quantityWords.isNotANumberOfDivisions(typed.trim()) : deviation.sentence,
		};
	}
	const sense = gauge.clears || /^[+-]/.test(text) ? 1 : gauge.sense;
	return { kind: "size", length: gauge.setting + sense * deviation.length };
}
