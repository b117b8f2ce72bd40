import { scaleLinear } from "d3-scale";

export interface StripInput {
	/** The value or the run of values shown. */
	from: number;
	to: number;
	min?: number;
	max?: number;
	/** Expanded uncertainty of the value. */
	u: number;
}

export interface StripGeometry {
	value: { x: number; width: number };
	blur: { x: number; width: number };
	window?: { x: number; width: number };
	marks: number[];
}

/** Lays a value, its uncertainty and its limits on a number line of the given width, whatever happens in view. */
export function stripGeometry({ from, to, min, max, u }: StripInput, width: number): StripGeometry {
	const low = Math.min(0, from - u, min ?? 0);
	const high = Math.max(to + u, max ?? 0, min ?? 0, 1) * 1.12;
	const at = scaleLinear([low, high], [4, width - 4]);
	const run = (a: number, b: number, least = 0) => ({ x: at(a), width: Math.max(least, at(b) - at(a)) });
	return {
		value: run(from, to, 4),
		blur: run(from - u, to + u),
		window: max === undefined ? undefined : run(min ?? 0, max),
		marks: [min, max].filter((l) => l !== undefined).map((l) => at(l)),
	};
}
