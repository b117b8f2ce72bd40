import { curveCardinalClosed, lineRadial } from "d3-shape";

/** One station's diameters by direction; null where there is none. */
export interface Ring {
	directions: number[]; // degrees, counter-clockwise from 3 o'clock
	diameters: (number | null)[];
}

export interface SectionGeometry {
	/** How many times deviations are drawn larger than the part. */
	exaggeration: number;
	paths: (string | null)[];
}

const ROUND = [1, 1.5, 2, 3, 4, 5, 6, 8];

/** The largest round factor at which the deviations still fit into `room` of the radius. */
export function exaggerationFor(rings: Ring[], radius: number, room = 0.15): number {
	const all = rings.flatMap((r) => r.diameters).filter((d) => d !== null);
	if (all.length < 2) return 1;
	const spread = (Math.max(...all) - Math.min(...all)) / 2;
	if (spread === 0) return 1;
	const mean = all.reduce((a, b) => a + b, 0) / all.length;
	const most = (radius * room) / (spread * (radius / mean));
	const power = 10 ** Math.floor(Math.log10(most));
	const step = ROUND.filter((s) => s * power <= most).pop() ?? 1;
	return Math.max(1, step * power);
}

/**
 * Outlines of the rings about a circle of the given radius, the mean of all diameters on the circle. A ring needs two
 * diameters; a two-point diameter is drawn half to each side, since that is all it knows.
 */
export function sectionGeometry(rings: Ring[], radius: number): SectionGeometry {
	rings = rings.map(ofTwo);
	const all = rings.flatMap((r) => r.diameters).filter((d) => d !== null);
	const mean = all.length > 0 ? all.reduce((a, b) => a + b, 0) / all.length : 1;
	const exaggeration = exaggerationFor(rings, radius);
	const scale = (radius / mean) * exaggeration;
	const outline = lineRadial<[number, number]>()
		.angle(([angle]) => angle)
		.radius(([, r]) => r)
		.curve(curveCardinalClosed.tension(0.1));
	return {
		exaggeration,
		paths: rings.map(({ directions, diameters }) => {
			const points: [number, number][] = [];
			diameters.forEach((d, i) => {
				const direction = directions[i];
				if (d === null || direction === undefined) return;
				const r = radius + (d - mean) * scale;
				// d3 counts clockwise from 12 o'clock.
				points.push([((90 - direction) * Math.PI) / 180, r], [((270 - direction) * Math.PI) / 180, r]);
			});
			if (points.length < 4) return null;
			points.sort((a, b) => a[0] - b[0]);
			return outline(points);
		}),
	};
}

/** Two diameters say no more than an ellipse about their axes: it is drawn through both. */
function ofTwo(ring: Ring): Ring {
	const known = ring.directions.flatMap((direction, i) => {
		const d = ring.diameters[i];
		return d === null || d === undefined ? [] : [{ direction, d }];
	});
	const [a, b] = known;
	if (!a || !b || known.length !== 2) return ring;
	const directions = Array.from({ length: 12 }, (_, i) => a.direction + i * 15);
	const half = Math.cos((2 * (b.direction - a.direction) * Math.PI) / 180) - 1;
	if (half > -0.5) return ring;
	const v = (b.d - a.d) / half;
	return { directions, diameters: directions.map((t) => a.d + v * (Math.cos((2 * (t - a.direction) * Math.PI) / 180) - 1)) };
}

/** The point on a circle about the origin in a direction, in SVG's downward y. */
export function onCircle(degrees: number, radius: number): { x: number; y: number } {
	const a = (degrees * Math.PI) / 180;
	return { x: radius * Math.cos(a), y: -radius * Math.sin(a) };
}
