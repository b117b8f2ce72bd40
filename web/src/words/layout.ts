import { count } from "./intl";

const LIE = { inline: "in line", v: "in a V", flat: "flat" };

/** An engine's layout in short: "4 cylinders in line, 5 mains". */
export const layoutSaid = (l: { arrangement: keyof typeof LIE; cylinders: number; mains: number }): string =>
	`${count(l.cylinders, "cylinder")} ${LIE[l.arrangement]}, ${count(l.mains, "main")}`;

export const layoutWords = {
	whatCameIn: "What came in",
	whatItCovers: "What it covers",
	wholeEngine: "Whole engine",
	sayWhatCame: "Say what came in.",
	unit: "Limits and sizes are in",
	inches: "inches",
	millimetres: "millimetres",
	cylindersLie: "Cylinders lie",
	inLine: "in line",
	inAV: "in a V",
	flat: "flat",
	cylinders: "Cylinders",
	rods: "Rods",
	pistons: "Pistons",
	between1And48: "Between 1 and 48.",
	mains: "Main bearings",
	throws: "Throws",
	usual: "as usual",
};
