import { useEffect, useState } from "react";
import type { Cell } from "../../api/client";
import type { Place } from "../../api/queue";
import { lasting, read } from "../../api/storage";

interface Draft {
	cell: Cell;
	typed: string;
}

const key = (p: Place) => `ledge.draft.${p.job}.${p.kind}.${p.number}.${p.state}${p.component ? `.${p.component}` : ""}`;

/** Keeps half-typed digits of a part over a reload or a way back, at the cell they were typed for. */
export function useDraft(place: Place, first: () => Cell) {
	const [draft, setDraft] = useState<Draft>(() => read<Draft>(lasting, key(place)) ?? { cell: first(), typed: "" });
	const name = key(place);
	useEffect(() => {
		if (draft.typed === "") lasting.remove(name);
		else lasting.set(name, JSON.stringify(draft));
	}, [name, draft]);
	return {
		at: draft.cell,
		typed: draft.typed,
		setAt: (cell: Cell) => setDraft((d) => ({ ...d, cell })),
		setTyped: (typed: string | ((before: string) => string)) => {
			if (typed === "") lasting.remove(name); // the part may be left before an effect runs
			setDraft((d) => ({ ...d, typed: typeof typed === "string" ? typed : typed(d.typed) }));
		},
	};
}
