import { quantityWords } from "../words/quantity";
/** A length is a whole number of 0.1 nm, as on the wire. */
export type Length = number;
export type System = "in" | "mm";

const ONE: Record<System, number> = { in: 254_000_000, mm: 10_000_000 };

/** The other unit. */
export const other = (system: System): System => (system === "in" ? "mm" : "in");

/** The last digit people read off a gauge: a tenth of a thousandth of an inch, or a micrometre. */
export const resolution = (system: System): Length => (system === "in" ? 25_400 : 10_000);

function fixed(length: Length, system: System, decimals: number): string {
	const one = BigInt(ONE[system]);
	const scale = 10n ** BigInt(decimals);
	const magnitude = BigInt(Math.abs(length)) * scale;
	let quotient = magnitude / one;
	const twice = (magnitude % one) * 2n;
	if (twice > one || (twice === one && quotient % 2n === 1n)) quotient += 1n;
	const digits = quotient.toString().padStart(decimals + 1, "0");
	const text = `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
	return length < 0 && quotient !== 0n ? `−${text}` : text;
}

/** Shows a length as people at the bench do: 1.8113 in (a fifth digit only for a half tenth), 46.007 mm. */
export function show(length: Length, system: System): string {
	if (system === "mm") return fixed(length, system, 3);
	const five = fixed(length, system, 5);
	return five.endsWith("5") ? five : fixed(length, system, 4);
}

/** Shows two lengths so that they read differently where they are different: with as many digits more as that takes. */
export function showApart(a: Length, b: Length, system: System): [string, string] {
	let shown: [string, string] = [show(a, system), show(b, system)];
	for (let decimals = system === "mm" ? 4 : 5; shown[0] === shown[1] && a !== b && decimals <= 9; decimals++)
		shown = [fixed(a, system, decimals), fixed(b, system, decimals)];
	return shown;
}

/** Shows a step such as 0.010 or 0.25 as shops write it. */
export function showStep(length: Length, system: System): string {
	return fixed(length, system, system === "in" ? 3 : 2);
}

/** Shows a difference with its sign. */
export function showSigned(length: Length, system: System): string {
	return length > 0 ? `+${show(length, system)}` : show(length, system);
}

/** Shows a span, or one figure where both ends are the same. */
export function showSpan(min: Length, max: Length, system: System): string {
	return min === max ? show(min, system) : `${show(min, system)} – ${show(max, system)}`;
}

/** Text for a field: as many decimals as people write, at most seven where they are needed, with a plain minus. */
export function plain(length: Length, system: System): string {
	const text = fixed(length, system, 7).replace("−", "-");
	const least = system === "in" ? 4 : 3;
	return text.slice(0, -7 + least) + text.slice(-7 + least).replace(/0+$/, "");
}

export type Parsed = { ok: true; length: Length } | { ok: false; sentence: string };

/** Reads a decimal number exactly; a comma is taken for a point. */
export function parse(text: string, system: System): Parsed {
	const clean = text.trim().replace(",", ".").replace("−", "-");
	const match = /^([+-]?)(\d*)\.?(\d*)$/.exec(clean);
	if (!match || (match[2] === "" && match[3] === "")) {
		return { ok: false, sentence: quantityWords.isNotANumber(text.trim()) };
	}
	const [, sign, whole = "", fraction = ""] = match;
	if (whole.length > 6 || fraction.length > 12)
		return { ok: false, sentence: quantityWords.hasMoreDigitsThanAnyGauge(text.trim()) };
	const scaled = BigInt(whole + fraction) * BigInt(ONE[system]);
	const scale = 10n ** BigInt(fraction.length);
	if (scaled % scale !== 0n) return { ok: false, sentence: quantityWords.thisIsFinerThan01Nanometre };
	const length = Number(scaled / scale);
	return { ok: true, length: sign === "-" ? -length : length };
}

/** Shows a weight in grams; see weightMeaning for its unit. */
export const showGrams = (weight: number): string => `${fixed(weight, "mm", 1)} g`;

/** Shows a reading by what it is: a weight in grams, everything else as a length. */
export const showAs = (quantity: string, value: number, system: System): string =>
	quantity === "weight" ? showGrams(value) : show(value, system);
