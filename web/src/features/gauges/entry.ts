import type { Facts } from "../../api/gauges";
import { deviationMeaning } from "../../quantity/deviation";
import { type Meaning, meaning } from "../../quantity/digits";
import { type Length, show } from "../../quantity/length";
import { gaugesWords as words } from "../../words/gauges";

type Instrument = Pick<Facts, "unit" | "division" | "from" | "to" | "kind" | "sense">;

/** Further than this from what was read before is asked about, as at the bench. */
const far = (i: Instrument): Length => (i.unit === "in" ? 20 * 254_000 : 5_000_000);

/** Whether an instrument shows sizes; others show how far something is from what they were set on. */
const showsSizes = (i: Instrument): boolean => i.kind === "micrometer" || i.kind === "caliper" || (i.to ?? 0) > 0;

/** A figure that is read again and again of the same thing: its last digits are enough once it was read, as at the bench. */
export function readingOf(typed: string, i: Instrument, before: readonly Length[]): Meaning {
	if (!showsSizes(i)) {
		return deviationMeaning(typed, { mode: "length", division: i.division, setting: 0, sense: 1, clears: true }, i.unit);
	}
	const mean = before.length > 0 ? Math.round(before.reduce((a, b) => a + b, 0) / before.length) : undefined;
	return meaning(typed, mean === undefined ? undefined : { size: mean, own: true }, i.unit);
}

/** What is asked before a reading is taken: it lies outside what the instrument reads, or far from the others. */
export function unlikely(size: Length, i: Instrument, before: readonly Length[]): string | undefined {
	const unit = ` ${i.unit}`;
	if (showsSizes(i) && (i.to ?? 0) > 0 && (size < (i.from ?? 0) || size > (i.to ?? 0))) {
		return words.outsideRange(show(size, i.unit) + unit, `${show(i.from ?? 0, i.unit)}–${show(i.to ?? 0, i.unit)}${unit}`);
	}
	const [least, most] = [Math.min(...before), Math.max(...before)];
	if (before.length > 0 && (size > most + far(i) || size < least - far(i))) {
		return words.farFromOthers(show(size, i.unit) + unit, show(most, i.unit) + unit);
	}
	return undefined;
}

/** How far the readings of one thing lie apart, in divisions, where that is more than any sound hand and gauge are. */
export function wild(i: Instrument, groups: readonly (readonly Length[])[]): number | undefined {
	const apart = Math.max(0, ...groups.filter((g) => g.length > 1).map((g) => Math.max(...g) - Math.min(...g)));
	const divisions = Math.round(apart / i.division);
	return divisions > MOST_DIVISIONS ? divisions : undefined;
}

/** Common practice: a hand that spreads over more than ten divisions misread one of them. */
const MOST_DIVISIONS = 10;
