import type { FeatureView, JobView, SheetLine } from "./client";
import { nextPart, type PathOrder, unread } from "./path";
import type { Kind, SetName } from "./table";
import { featureOf, pathIn } from "./view";

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
		return {
			to: pathIn(view, `bench/${part.kind}/${part.number}`),
			title: part.title,
			does: !unread(part) ? "again" : view.ordered.states?.includes(part.state) ? "prove" : "measure",
		};
	}
	// What is read next is known here at once; what follows comes with the job.
	const follows = view.next.find((n) => n.for !== "shop" && n.for !== "measure" && n.for !== "again");
	const decide: NextStep = { to: pathIn(view, "decide"), does: "decide" };
	switch (follows?.for) {
		case "limits":
			return decide;
		case "decide":
			return follows.set ? { to: pathIn(view, `decide/${follows.set}`), does: "sign", set: follows.set } : decide;
		case "issue":
			return { to: `${base}/orders`, does: "issue" };
		case "prove": {
			const line = view.ordered.proof;
			const step = line && proofOf(view, line);
			return step ?? { to: `${base}/verify`, does: "prove", title: line?.title ?? "" };
		}
		case "build":
			return { to: `${base}/assembly`, does: "build" };
	}
	return view.stand_in ? decide : { to: `${base}/report`, does: "report" };
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
