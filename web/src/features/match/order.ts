import type { Matching } from "../../api/client";

/** The part numbers in the order of the places. */
export const numbersOf = (m: Matching, indices: number[]): number[] => indices.map((i) => m.parts[i] ?? 0);

/** Puts a part into a place; the part that was there takes the other's place. */
export function swapped(parts: number[], place: number, part: number): number[] {
	const from = parts.indexOf(part);
	return parts.map((p, i) => (i === place ? part : i === from ? (parts[place] ?? p) : p));
}

/** The clearance of each place with the part that stands in it; the server worked every one out. */
export const clearancesOf = (m: Matching, parts: number[]): number[] =>
	parts.map((part, place) => m.clearances[place]?.[m.parts.indexOf(part)] ?? 0);

/** Whether each of them lies in its window, as the server says. */
export const insideOf = (m: Matching, parts: number[]): boolean[] =>
	parts.map((part, place) => m.inside[place]?.[m.parts.indexOf(part)] ?? true);

/** The widest less the narrowest, and the furthest from the target. */
export function spreadOf(clearances: number[], target: number): { spread: number; worst: number } {
	return {
		spread: Math.max(...clearances) - Math.min(...clearances),
		worst: Math.max(...clearances.map((c) => Math.abs(c - target))),
	};
}
