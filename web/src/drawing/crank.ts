/** A place on the crankshaft, counted from the nose. */
export interface ShaftPlace {
	throw: boolean;
	number: number;
	/** Direction of the throw in degrees, as drawn. */
	angle: number;
}

export interface Box {
	x: number;
	y: number;
	width: number;
	height: number;
}

export interface CrankGeometry {
	width: number;
	height: number;
	journals: (Box & { place: ShaftPlace })[];
	webs: Box[];
	ends: Box[];
}

const MAIN = { length: 44, thickness: 50 };
const PIN = { length: 44, thickness: 44 };
const WEB = 11;
const STROKE = 34;

/** Lays the crankshaft out along x: journals, webs and the stubs at both ends, in the viewBox of the result. */
export function crankGeometry(shaft: ShaftPlace[]): CrankGeometry {
	const middle = STROKE + PIN.thickness / 2 + 12;
	const stub = 16;
	let x = stub;
	const journals: CrankGeometry["journals"] = [];
	const webs: Box[] = [];
	shaft.forEach((place, i) => {
		const size = place.throw ? PIN : MAIN;
		const centre = middle - (place.throw ? Math.cos((place.angle * Math.PI) / 180) * STROKE : 0);
		journals.push({ place, x, y: centre - size.thickness / 2, width: size.length, height: size.thickness });
		x += size.length;
		const next = shaft[i + 1];
		if (!next) return;
		const nextCentre = middle - (next.throw ? Math.cos((next.angle * Math.PI) / 180) * STROKE : 0);
		const top = Math.min(centre, nextCentre) - 32;
		const bottom = Math.max(centre, nextCentre) + 32;
		webs.push({ x, y: top, width: WEB, height: bottom - top });
		x += WEB;
	});
	return {
		width: x + stub,
		height: middle * 2,
		journals,
		webs,
		ends: [
			{ x: 0, y: middle - 10, width: stub, height: 20 },
			{ x, y: middle - 34, width: stub, height: 68 },
		],
	};
}

/** Turns a box of a lying crankshaft into one standing on its end, nose up. */
export function stood(box: Box): Box {
	return { x: box.y, y: box.x, width: box.height, height: box.width };
}
