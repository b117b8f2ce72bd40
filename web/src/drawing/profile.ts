import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

export interface ProfileGeometry {
	/** One line a direction, broken where a reading is missing. */
	lines: string[];
	/** The heights of round sizes, for the axis. */
	ticks: { y: number; size: number }[];
	stationX: number[];
	/** Heights of the range of new parts, if it is in view. */
	band?: { y: number; height: number };
}

/** The size along the axis, a line for each direction. `sizes` is stations × directions. */
export function profileGeometry(
	sizes: (number | null)[][],
	width: number,
	height: number,
	/** Axis sizes are multiples of this. */
	round: number,
	band?: { min: number; max: number },
	/** The limit of its taper: so much is seen to either side of the middle, whatever was read. */
	limit = 0,
): ProfileGeometry {
	const all = sizes.flat().filter((s) => s !== null);
	const middle = (Math.min(...all) + Math.max(...all)) / 2;
	const low = Math.min(...all, band?.min ?? Number.POSITIVE_INFINITY, middle - limit);
	const high = Math.max(...all, band?.max ?? Number.NEGATIVE_INFINITY, middle + limit);
	const margin = Math.max((high - low) * 0.12, 1);
	const y = scaleLinear([low - margin, high + margin], [height, 0]);
	const stationX = sizes.map((_, i) => (sizes.length === 1 ? width / 2 : (width * (i + 0.5)) / sizes.length));
	const draw = line<number | null>()
		.defined((s) => s !== null)
		.x((_, i) => stationX[i] ?? 0)
		.y((s) => y(s ?? 0));
	const directions = sizes[0]?.length ?? 0;
	return {
		lines: Array.from({ length: directions }, (_, d) => draw(sizes.map((row) => row[d] ?? null)) ?? ""),
		ticks:
			all.length > 0
				? [low, (low + high) / 2, high].map((size) => Math.round(size / round) * round).map((size) => ({ size, y: y(size) }))
				: [],
		stationX,
		band: band && all.length > 0 ? { y: y(band.max), height: Math.max(1, y(band.min) - y(band.max)) } : undefined,
	};
}
