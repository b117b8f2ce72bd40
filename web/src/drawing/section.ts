import { curveCardinalClosed, lineRadial } from "d3-shape";

/** One station's diameters by direction; null where there is none. */
export interface Ring {
	directions: number[]; // degrees, counter-clockwise from 3 o'clock
	diameters: (number | null)[];
}

/** What the form is judged by: the limit of the out-of-round, and how uncertain a difference is, as diameters. */
export interface FormScale {
	limit?: number | undefined;
	u?: number | undefined;
}

export interface SectionGeometry {
	/** How many times deviations are drawn larger than the part. */
	exaggeration: number;
	paths: (string | null)[];
	/** Radii between which a form at its limit lies about the mean; none where there is no limit. */
	band?: { inner: number; outer: number };
	/** How wide a line is that the gauge cannot tell apart. */
	blur: number;
}

/** A form at its limit takes so much of the radius to either side, whatever the part. */
const AT_LIMIT = 0.1;
/** So much of the radius is there to draw a wreck in. */
const ROOM = 0.3;
/** Of a part whose limit is not known: that of a bearing journal, as a share of its diameter. */
const USUAL_LIMIT = 1 / 4000;

/**
 * How many times deviations are drawn larger. It goes by the limit, never by the deviations: a part far inside looks round, and
 * parts of one set are drawn alike. Only what would not fit is drawn smaller.
 */
function exaggerationFor(rings: Ring[], limit?: number): number {
	const all = rings.flatMap((r) => r.diameters).filter((d) => d !== null);
	if (all.length === 0) return 1;
	const mean = all.reduce((a, b) => a + b, 0) / all.length;
	const by = (2 * AT_LIMIT * mean) / (limit || mean * USUAL_LIMIT);
	const off = Math.max(...all.map((d) => Math.abs(d - mean)));
	const fits = off > 0 ? (ROOM * mean) / off : by;
	return Math.max(1, Number(Math.min(by, fits).toPrecision(2)));
}

/**
 * Outlines of the rings about a circle of the given radius, the mean of all diameters on the circle. A ring needs two
 * diameters; a two-point diameter is drawn half to each side, since that is all it knows.
 */
export function sectionGeometry(rings: Ring[], radius: number, form: FormScale = {}): SectionGeometry {
	rings = rings.map(ofFew);
	const all = rings.flatMap((r) => r.diameters).filter((d) => d !== null);
	const mean = all.length > 0 ? all.reduce((a, b) => a + b, 0) / all.length : 1;
	const exaggeration = exaggerationFor(rings, form.limit);
	const scale = (radius / mean) * exaggeration;
	const half = form.limit && all.length > 0 ? (form.limit / 2) * scale : undefined;
	const outline = lineRadial<[number, number]>()
		.angle(([angle]) => angle)
		.radius(([, r]) => r)
		.curve(curveCardinalClosed.tension(0.1));
	return {
		exaggeration,
		...(half === undefined ? {} : { band: { inner: radius - half, outer: radius + half } }),
		blur: (form.u ?? 0) * scale,
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

/**
 * Two or three diameters say no more than an ellipse: it is drawn through them. Of two its axes are taken to lie in their
 * directions.
 */
function ofFew(ring: Ring): Ring {
	const known = ring.directions.flatMap((direction, i) => {
		const d = ring.diameters[i];
		return d === null || d === undefined ? [] : [{ turn: (2 * direction * Math.PI) / 180, d }];
	});
	const [one, two, three] = known;
	if (!one || !two || known.length > 3) return ring;
	// d = m + a cos 2θ + b sin 2θ, solved through what is known; of two, b lies across the first.
	const third = three ?? { turn: one.turn + Math.PI / 2, d: undefined };
	const [x, y] = [two, third].map(({ turn }) => ({
		c: Math.cos(turn) - Math.cos(one.turn),
		s: Math.sin(turn) - Math.sin(one.turn),
	}));
	if (!x || !y) return ring;
	let a: number;
	let b: number;
	if (third.d === undefined) {
		const half = Math.cos(two.turn - one.turn) - 1;
		if (half > -0.5) return ring;
		const v = (two.d - one.d) / half;
		[a, b] = [v * Math.cos(one.turn), v * Math.sin(one.turn)];
	} else {
		const determinant = x.c * y.s - x.s * y.c;
		if (Math.abs(determinant) < 0.1) return ring;
		const [p, q] = [two.d - one.d, third.d - one.d];
		[a, b] = [(p * y.s - q * x.s) / determinant, (q * x.c - p * y.c) / determinant];
	}
	const middle = one.d - a * Math.cos(one.turn) - b * Math.sin(one.turn);
	const directions = Array.from({ length: 12 }, (_, i) => i * 15);
	const turn = (degrees: number) => (2 * degrees * Math.PI) / 180;
	return { directions, diameters: directions.map((t) => middle + a * Math.cos(turn(t)) + b * Math.sin(turn(t))) };
}

/** The point on a circle about the origin in a direction, in SVG's downward y. */
export function onCircle(degrees: number, radius: number): { x: number; y: number } {
	const a = (degrees * Math.PI) / 180;
	return { x: radius * Math.cos(a), y: -radius * Math.sin(a) };
}
