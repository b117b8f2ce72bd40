import type { LimitSet } from "../../api/client";
import type { System } from "../../quantity/length";
import { BLOCKS, FIELDS, KINDS, toTyped } from "./card";

export interface Difference {
	block: string;
	kind: string;
	label: string;
	here: string;
	there: string;
}

/** Where two cards differ, field by field, both written in one unit. */
export function differences(here: LimitSet, there: LimitSet, system: System): Difference[] {
	const [a, b] = [toTyped(here, system), toTyped(there, system)];
	return BLOCKS.flatMap((block) =>
		KINDS.flatMap((kind) =>
			FIELDS.flatMap((f) => {
				const name = `${block}.${kind}.${f.place}`;
				const relevant = !f.only || f.only.includes(kind);
				return relevant && (a[name] ?? "") !== (b[name] ?? "")
					? [{ block, kind, label: f.label, here: a[name] ?? "", there: b[name] ?? "" }]
					: [];
			}),
		),
	);
}
