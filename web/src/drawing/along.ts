import { scaleLinear } from "d3-scale";

/** A part as it stands along an axis, station by station; a station that nobody read is null. */
export interface AlongPart {
	label: string;
	stations: ({ min: number; max: number; mean: number } | null)[];
	/** The range of new parts of its class. */
	band: { min: number; max: number };
	/** The standard uncertainty of one size. */
	u?: number | undefined;
}

/**
 * Heights of sizes, one scale for all parts of a set: each part against its own range of new parts, seen whole with the form limit to
 * either side, so that what is far inside its limit looks so. Only what lies further out makes the scale smaller.
 */
export function alongScale(parts: AlongPart[], height: number, limit: number | undefined) {
	const width = Math.max(...parts.map((p) => p.band.max - p.band.min));
	const margin = limit ?? width / 2;
	const off = parts.flatMap((p) => p.stations.flatMap((s) => (s ? [s.min - p.band.min, s.max - p.band.min] : [])));
	const low = Math.min(-margin * 0.3, ...off) - margin * 0.2;
	const high = Math.max(width + margin * 0.3, ...off) + margin * 0.2;
	const y = scaleLinear([low, high], [height, 0]);
	return { y: (part: AlongPart, size: number) => y(size - part.band.min), pixels: height / (high - low) };
}
