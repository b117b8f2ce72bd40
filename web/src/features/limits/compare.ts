import type { LimitSet } from "../../api/client";
import type { Kind } from "../../api/table";
import type { System } from "../../quantity/length";
import { BLOCKS, fieldsFor, limitedKinds, toTyped } from "./card";

export interface Difference {
	block: string;
	kind: Kind;
	label: string;
	here: string;
	there: string;
}

/** Where two cards differ, field by field, both written in one unit. */
export function differences(here: LimitSet, there: LimitSet, system: System): Difference[] {
	const [a, b] = [toTyped(here, system), toTyped(there, system)];
	return BLOCKS.flatMap((block) =>
		limitedKinds().flatMap((kind) =>
			fieldsFor(kind).flatMap((f) => {
				const name = `${block}.${kind}.${f.name}`;
				return (a[name] ?? "") !== (b[name] ?? "")
					? [{ block, kind, label: f.label, here: a[name] ?? "", there: b[name] ?? "" }]
					: [];
			}),
		),
	);
}
