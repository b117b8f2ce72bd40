import type { Meaning } from "./digits";
import { type Length, parse, type System } from "./length";

/** A gauge that shows deviations from what it was zeroed on. */
export interface DeviationGauge {
	mode: "divisions" | "length";
	division: Length;
	setting: Length;
	/** −1 where clockwise past zero means smaller. */
	sense: number;
}

/** The size that a shown deviation means: setting + sense × deviation. Nothing is rounded. */
export function deviationMeaning(typed: string, gauge: DeviationGauge, system: System): Meaning {
	if (typed.trim() === "") return { kind: "empty" };
	const deviation = gauge.mode === "length" ? parse(typed, system) : divisions(typed, gauge.division);
	if (!deviation.ok) return { kind: "wrong", sentence: deviation.sentence };
	return { kind: "size", length: gauge.setting + gauge.sense * deviation.length };
}

/** A count of divisions, parts of one included, as a length. */
function divisions(typed: string, division: Length): ReturnType<typeof parse> {
	// A millimetre is 10⁷ units: the count's own digits, read exactly.
	const count = parse(typed, "mm");
	if (!count.ok) return { ok: false, sentence: `“${typed.trim()}” is not a number of divisions.` };
	const product = BigInt(count.length) * BigInt(division);
	if (product % 10_000_000n !== 0n) return { ok: false, sentence: "This part of a division is finer than 0.1 nanometre." };
	return { ok: true, length: Number(product / 10_000_000n) };
}
