/** Where the straight edge lies over a deck of the given width and height, by the line's name. */
export function edgeOnDeck(
	name: string,
	width: number,
	height: number,
): { x1: number; y1: number; x2: number; y2: number } | null {
	const inset = 6;
	const [l, r, t, b] = [inset, width - inset, inset, height - inset];
	const along = (share: number) => ({ x1: l, y1: t + (b - t) * share, x2: r, y2: t + (b - t) * share });
	const across = (share: number) => ({ x1: l + (r - l) * share, y1: t, x2: l + (r - l) * share, y2: b });
	switch (name.replaceAll("_", " ")) {
		case "long left":
			return along(0.04);
		case "long middle":
			return along(0.5);
		case "long right":
			return along(0.96);
		case "cross front":
			return across(0.03);
		case "cross middle":
			return across(0.5);
		case "cross rear":
			return across(0.97);
		case "diagonal 1":
			return { x1: l, y1: t, x2: r, y2: b };
		case "diagonal 2":
			return { x1: l, y1: b, x2: r, y2: t };
		default:
			return null;
	}
}
