import { type Length, type Parsed, parse, plain, type System } from "./length";

/** Both ends of a range as people type it: "2.1645-2.1655", "2.1645-55", "2,1645 to 2,1655", "2.165±.0005". */
export function parseRange(text: string, system: System): { min: Length; max: Length } | string {
	const about = /^(.*\d)\s*(?:±|\+\/-|\+-)\s*([.,]?\d.*)$/.exec(text.trim());
	const ends = about ?? /^(.*\d)\s*(?:–|—|…|\.\.\.?|\/|\bto\b|-)\s*([-+.,]?\d.*)$/.exec(text.trim());
	if (!ends) return "";
	const [, first = "", second = ""] = ends;
	const [a, b] = [parse(first, system), parse(about ? second : completed(first, second, system), system)];
	const wrong = [a, b].find((p: Parsed) => !p.ok);
	if (wrong && !wrong.ok) return wrong.sentence;
	if (!a.ok || !b.ok) return "";
	return about ? { min: a.length - b.length, max: a.length + b.length } : { min: a.length, max: b.length };
}

/**
 * The other end of a range of which only the last digits are typed: 55 behind 2.1645. What is a size near the first as it stands is
 * one: 2 behind 1.999.
 */
function completed(first: string, second: string, system: System): string {
	const fraction = first.replace(",", ".").split(".")[1];
	if (fraction === undefined || /\D/.test(second) || second.length > fraction.length) return second;
	const whole = first.slice(0, -second.length) + second;
	const [from, plainly, full] = [first, second, whole].map((text) => {
		const p = parse(text, system);
		return p.ok ? p.length : 0;
	}) as [Length, Length, Length];
	return (plainly >= from && plainly - from <= from / 5) || full < from ? second : whole;
}

/** A range for a field. */
export const plainRange = (min: Length, max: Length, system: System): string => `${plain(min, system)}–${plain(max, system)}`;
