import { quantityWords } from "../words/quantity";
import type { Meaning } from "./digits";
import { type Length, parse, type System } from "./length";

const EMPTY: Meaning = { kind: "empty" };
const wrong = (sentence: string): Meaning => ({ kind: "wrong", sentence });

/** What a whole number without a point counts on a dial or a feeler: thousandths of an inch, hundredths of a millimetre. */
export const smallUnit = (system: System): Length => (system === "in" ? 254_000 : 100_000);

/**
 * A gap or an indication: thousandths of an inch or hundredths of a millimetre, "6" and "6.5" alike, or a length that begins with its
 * point or a nought. one is what a whole number counts, where the gauge says it.
 */
export function smallMeaning(typed: string, system: System, one: Length = smallUnit(system)): Meaning {
	const text = typed.trim().replace(",", ".");
	if (text === "") return EMPTY;
	const parsed = /^[+-]?0*[1-9]\d{0,4}(\.\d{1,4})?$/.test(text) ? counted(text, one) : parse(text, system);
	return parsed.ok ? { kind: "size", length: parsed.length } : wrong(parsed.sentence);
}

/** A number of a unit, parts of one included, as a length. */
export function counted(text: string, one: Length): ReturnType<typeof parse> {
	// A millimetre is 10⁷ units: the count's own digits, read exactly.
	const count = parse(text, "mm");
	if (!count.ok) return { ok: false, sentence: quantityWords.isNotANumber(text.trim()) };
	const product = BigInt(count.length) * BigInt(one);
	if (product % 10_000_000n !== 0n) return { ok: false, sentence: quantityWords.thisIsFinerThan01Nanometre };
	return { ok: true, length: Number(product / 10_000_000n) };
}

/** Grams; a weight is a whole number of 0.1 µg, so that a gram is to it what a millimetre is to a length. */
export function weightMeaning(typed: string): Meaning {
	if (typed.trim() === "") return EMPTY;
	const parsed = parse(typed, "mm");
	return parsed.ok ? { kind: "size", length: parsed.length } : wrong(parsed.sentence);
}

const counts = (typed: string) => typed.trim().split(/\s+/);

/**
 * What a vernier micrometer shows, read off part by part with spaces between: in inches the tenths, the quarter marks,
 * the thimble and the vernier (4 2 18 3 on a 2 in frame is 2.4683); in millimetres the whole ones, the half mark, the
 * thimble and the vernier, which may be left out. base is the smallest size of the frame. Common practice.
 */
export function vernierMeaning(typed: string, base: Length, system: System): Meaning {
	if (typed.trim() === "") return EMPTY;
	const parts = counts(typed);
	const [names, most, worth] =
		system === "in"
			? [
					["tenths", "quarter marks", "thimble", "vernier"],
					[9, 3, 24, 9],
					[25_400_000, 6_350_000, 254_000, 25_400],
				]
			: [
					["whole millimetres", "half mark", "thimble", "vernier"],
					[25, 1, 49, 9],
					[10_000_000, 5_000_000, 100_000, 10_000],
				];
	if (parts.length < 3) {
		return { kind: "more", sentence: quantityWords.typeTooWithASpaceBetween(names.slice(parts.length).join(", ")) };
	}
	if (parts.length > 4) return wrong(quantityWords.thereAreFourPartsAtMost);
	let length = base;
	for (const [i, part] of parts.entries()) {
		const count = Number(part);
		if (!/^\d{1,2}$/.test(part) || count > (most[i] ?? 0)) return wrong(quantityWords.theGoFrom0To(names[i], most[i]));
		length += count * (worth[i] ?? 0);
	}
	return { kind: "size", length };
}

/**
 * What a plastic strip's width says: its place on the printed scale, counted from 1. 2.5 lies half way between the second
 * and the third step, and the clearance half way between theirs.
 */
export function stripMeaning(typed: string, steps: Length[]): Meaning {
	if (typed.trim() === "") return EMPTY;
	const place = Number(typed.trim().replace(",", "."));
	if (!Number.isFinite(place) || place < 1 || place > steps.length) {
		return wrong(quantityWords.theScaleHasSteps1To25Lies(steps.length));
	}
	const below = Math.floor(place);
	const low = steps[below - 1] ?? 0;
	const high = steps[below] ?? low;
	return { kind: "size", length: Math.round(low + (high - low) * (place - below)) };
}

/**
 * Feelers: the thickest leaf that enters, alone or with the thinnest that does not. The gap lies between them; their
 * middle is taken, and half their distance is its uncertainty. With one leaf the next is one division thicker.
 */
export function feelerMeaning(typed: string, division: Length, system: System): Meaning {
	if (typed.trim() === "") return EMPTY;
	const [first = "", second, ...more] = counts(typed);
	const enters = smallMeaning(first, system);
	if (enters.kind !== "size" || more.length > 0) {
		return enters.kind === "wrong" ? enters : wrong(quantityWords.typeTheLeafThatEntersAnd);
	}
	const refused = second === undefined ? enters.length + division : refusedLeaf(second, system);
	if (refused === undefined || refused <= enters.length) return wrong(quantityWords.theLeafThatDoesNotEnter);
	return { kind: "size", length: Math.round((enters.length + refused) / 2) };
}

function refusedLeaf(text: string, system: System): Length | undefined {
	const m = smallMeaning(text, system);
	return m.kind === "size" ? m.length : undefined;
}
