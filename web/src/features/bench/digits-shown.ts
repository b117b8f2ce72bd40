import { type Expected, meaning } from "../../quantity/digits";
import { resolution, type System, show } from "../../quantity/length";

/** The entry as it is drawn: what is known already in grey, what was typed in ink. */
export interface Shown {
	ghost: string;
	typed: string;
}

/** Puts typed digits behind the expected ones that they complete. */
export function digitsShown(typed: string, expected: Expected | undefined, system: System): Shown {
	const known = expected ? show(Math.round(expected.size / resolution(system)) * resolution(system), system) : "";
	if (typed === "") return { ghost: known, typed: "" };
	if (!expected || !/^\d+(\.5)?$/.test(typed)) return { ghost: "", typed };
	const m = meaning(typed, expected, system);
	const full = m.kind === "size" ? show(m.length, system) : known;
	const count = typed.replace(".", "").length;
	let cut = full.length;
	for (let digits = 0; cut > 0 && digits < count; ) {
		cut--;
		if (full[cut] !== ".") digits++;
	}
	return m.kind === "size" ? { ghost: full.slice(0, cut), typed: full.slice(cut) } : { ghost: full.slice(0, cut), typed };
}
