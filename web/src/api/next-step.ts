import type { FeatureView, JobView, SheetLine } from "./client";
import { nextPart, type PathOrder, unread } from "./path";
import type { Kind, SetName } from "./table";
import { featureOf, pathIn } from "./view";
import { settles } from "./way";

/** What is to be done next at a job, and where. */
export type NextStep = { to: string; makes?: ProofState } & (
	| { does: "measure" | "again" | "prove"; title: string }
	| { does: "sign"; set: SetName }
	| { does: "decide" | "issue" | "build" | "report" }
);

/** The state that parts of a kind are proved in, to be made before they can be read. */
export interface ProofState {
	kind: Kind;
	state: string;
	component?: string | undefined;
}

/**
 * The one answer to "what now", from the first reading to the last signature and the proof: the job's page, its steps, the bench and
 * every place behind it lead here. After a part the hands stay with its like.
 */
export function nextStep(view: JobView, order: PathOrder, after?: FeatureView): NextStep {
	const base = `/jobs/${view.job.id}`;
	const part = nextPart(view, order, after);
	if (part) {
		const proves = view.orders.issued.some((o) => !o.struck && o.body.lines.some((l) => l.state === part.state));
		return {
			to: pathIn(view, `bench/${part.kind}/${part.number}`),
			title: part.title,
			does: !unread(part) ? "again" : proves ? "prove" : "measure",
		};
	}
	const unsigned = view.said.find((s) => !s.signed && settles(s.action));
	if (unsigned) return { to: pathIn(view, `decide/${unsigned.set}`), does: "sign", set: unsigned.set };
	if (view.stand_in || view.signed.length === 0) return { to: pathIn(view, "decide"), does: "decide" };
	const { drafts, unwanted, issued } = view.orders;
	if (drafts.length + unwanted.length > 0) return { to: `${base}/orders`, does: "issue" };
	const lines = issued
		.filter((o) => !o.struck && !o.closed)
		.flatMap((o) => o.body.lines.filter((l) => o.proofs.some((p) => p.key === l.key)));
	// The bench's own view tells what is read; what that proves comes with the next whole one.
	const open = lines.map((line) => proofOf(view, line)).find((step) => step?.open);
	if (open) return open;
	const { building } = view;
	if (building?.begun && !building.signed) return { to: `${base}/assembly`, does: "build" };
	return { to: `${base}/report`, does: "report" };
}

/** Where a line of a sheet is proved, and whether that is still to be read; undefined where nothing measures it. */
export function proofOf(view: JobView, line: SheetLine): (NextStep & { open: boolean }) | undefined {
	if (!line.feature || !line.state) return undefined;
	const { kind, number } = line.feature;
	const there = featureOf(view, kind, number, line.state);
	return {
		to: pathIn(view, `bench/${kind}/${number}`, { state: line.state }),
		does: "prove",
		title: line.title,
		open: !there || unread(there),
		...(there ? {} : { makes: { kind, state: line.state, component: line.component } }),
	};
}
