import type { FeatureView, JobView } from "./client";
import { nextPart, type PathOrder, unread } from "./path";
import type { SetName } from "./table";
import { featureOf, pathIn } from "./view";

/** What is to be done next at a job, and where. */
export type NextStep = { to: string } & (
	| { does: "measure" | "again" | "prove"; title: string }
	| { does: "sign"; set: SetName }
	| { does: "decide" | "issue" | "verify" | "report" }
);

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
	const unsigned = view.said.find((s) => !s.signed && s.action !== "measure" && s.action !== "remeasure");
	if (unsigned) return { to: pathIn(view, `decide/${unsigned.set}`), does: "sign", set: unsigned.set };
	if (view.stand_in || view.signed.length === 0) return { to: pathIn(view, "decide"), does: "decide" };
	const { drafts, unwanted, issued } = view.orders;
	if (drafts.length + unwanted.length > 0) return { to: `${base}/orders`, does: "issue" };
	for (const sheet of issued.filter((o) => !o.struck && !o.closed)) {
		const open = sheet.proofs.find((p) => p.verdict === "open");
		const line = sheet.body.lines.find((l) => l.key === open?.key);
		if (!line?.feature || !line.state) continue;
		const { kind, number } = line.feature;
		const there = featureOf(view, kind, number, line.state);
		if (!there) return { to: `${base}/verify`, does: "verify" };
		return { to: pathIn(view, `bench/${kind}/${number}`, { state: line.state }), does: "prove", title: line.title };
	}
	return { to: `${base}/report`, does: "report" };
}
