import { type Length, type Parsed, parse, plain, type System } from "./length";

/** Both ends of a range as people type it: "2.1645-2.1655", "2.1645-55", "2,1645 to 2,1655", "2.165±.0005". */
export function parseRange(text: string, system: System): { min: Length; max: Length } | string {
	const about = /^(.*\d)\s*(?:±|\+\/-|\+-)\s*([.,]?\d.*)$/.exec(text.trim());
	const ends = about ?? /^(.*\d)\s*(?:–|—|…|\.\.\.?|\/|\bto\b|-)\s*([-+.,]?\d.*)$/.exec(text.trim());
	if (!ends) return "";
	const [, first = "", second = ""] = ends;
	const [a, b] = [parse(first, system), parse(about ? second : completed(first, second), system)];
	const wrong = [a, b].find((p: Parsed) => !p.ok);
	if (wrong && !wrong.ok) return wrong.sentence;
	if (!a.ok || !b.ok) return "";
	return about ? { min: a.length - b.length, max: a.length + b.length } : { min: a.length, max: b.length };
}

/** The other end of a range of which only the last digits are typed: 55 behind 2.1645. */
function completed(first: string, second: string): string {
	const fraction = first.replace(",", ".").split(".")[1];
	if (fraction === undefined || /\D/.test(second) || second.length > fraction.length) return second;
	return first.slice(0, -second.length) + second;
}

/** A range for a field. */
export const plainRange = (min: Length, max: Length, system: System): string => `${plain(min, system)}–${plain(max, system)}`;
