import { quantityWords } from "../words/quantity";
import { type Length, parse, resolution, type System, show } from "./length";

/** What typed digits mean at the bench. */
export type Meaning =
	| { kind: "empty" }
	| { kind: "size"; length: Length }
	/** More digits are needed before anything can be taken. */
	| { kind: "more"; sentence: string }
	| { kind: "wrong"; sentence: string };

export interface Expected {
	size: Length;
	/** The feature's own mean so far: then two digits are enough, else three. */
	own: boolean;
}

/** Further than this from what was expected is asked about, never guessed. Common practice. */
const FAR: Record<System, Length> = { in: 20 * 254_000, mm: 5_000_000 };

/**
 * Reads what was typed: a size in full, or its last digits. Of all sizes that end in the digits the one nearest to the
 * expected size is meant, unless it lies more than a third of the digits' span away, or far off: then more digits are asked for.
 */
export function meaning(typed: string, expected: Expected | undefined, system: System): Meaning {
	const text = typed.trim().replace(",", ".");
	if (text === "") return { kind: "empty" };
	if (/^[-−]/.test(text)) return { kind: "wrong", sentence: quantityWords.aSizeHasNoMinus };
	// A point makes it a whole size: .8660 is one. But "83.5" is a half tenth in inches, where no engine part is that large.
	const lastDigits = /^(\d+)$/.exec(text) ?? (system === "in" ? /^(\d{2,4}\.5)$/.exec(text) : null);
	if (!lastDigits) return whole(text, system);
	const digits = lastDigits[1] ?? "";
	const count = digits.replace(".5", "").length;
	if (!expected) return { kind: "more", sentence: quantityWords.nothingIsKnownOfThisSize };
	const least = expected.own ? 2 : 3;
	if (count < least) {
		return {
			kind: "more",
			sentence: expected.own ? quantityWords.typeTwoDigitsAtLeast : quantityWords.theFirstReadingOfAFeature,
		};
	}
	return nearest(digits, count, expected.size, system);
}

function whole(text: string, system: System): Meaning {
	const parsed = parse(text, system);
	if (!parsed.ok) return { kind: "wrong", sentence: parsed.sentence };
	return { kind: "size", length: parsed.length };
}

function nearest(digits: string, count: number, expected: Length, system: System): Meaning {
	const step = resolution(system);
	const span = 10 ** count * step;
	const tail = Number(digits) * step;
	const length = Math.round((expected - tail) / span) * span + tail;
	const away = Math.abs(length - expected);
	if (away > span / 3 || away > FAR[system]) {
		const sibling = length > expected ? length - span : length + span;
		return {
			kind: "more",
			sentence: quantityWords.couldBeOrTypeOneDigit(digits, show(length, system), show(sibling, system)),
		};
	}
	return { kind: "size", length };
}
