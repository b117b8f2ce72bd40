import type { FeatureView, JobView } from "../../api/client";
import { journalsAlong, partsAtStep, unread } from "../../api/path";
import { type KindRow, rowOf } from "../../api/table";
import { answerOf, pathIn } from "../../api/view";
import { jobWords } from "../../words/job";

export interface Step {
	name: string;
	to: string;
	says: string;
	open: boolean;
	beyond: boolean;
}

const at = partsAtStep;
const journals = journalsAlong;

/** The parts that are graded by eye, in the order of work. */
export const lookedAt = (view: JobView): FeatureView[] => {
	const looked = (step: KindRow["step"]) => at(view, step).filter((f) => rowOf(f.kind).looked);
	return [...looked("block"), ...journals(view), ...looked("rods")];
};

/** What is asked at a step and has no answer yet; what may simply not apply is never open. */
function unanswered(view: JobView, step: string): number {
	return view.walk.items
		.filter((item) => item.step === step && !item.many)
		.reduce((n, item) => n + item.places.filter((place) => !answerOf(view, item.topic, place)).length, 0);
}

/** The order of work, each step with what is still open at it. Any order will do. */
export function steps(view: JobView): Step[] {
	const base = `/jobs/${view.job.id}`;
	const bench = (f: FeatureView | undefined) => pathIn(view, f ? `bench/${f.kind}/${f.number}` : "");
	const measuring = (name: string, features: FeatureView[], what: string, many?: string): Step[] => {
		if (features.length === 0) return [];
		const open = features.filter((f) => unread(f));
		const beyond = features.filter((f) => f.standing === "beyond").length;
		return [
			{
				name,
				to: bench(open[0] ?? features[0]),
				says: jobWords.measuring(open.length, beyond, what, many),
				open: open.length > 0,
				beyond: beyond > 0,
			},
		];
	};
	const asking = (name: string, step: string, more = 0): Step => {
		const open = unanswered(view, step) + more;
		const grave = view.walk.findings.filter((f) => f.step === step && f.gravity !== "note").length;
		return {
			name,
			to: pathIn(view, step),
			says: jobWords.asking(open, grave),
			open: open > 0,
			beyond: grave > 0,
		};
	};
	const unseen = lookedAt(view).filter((f) => f.look === "").length;
	const unsigned = view.said.filter((s) => !s.signed);
	const fits = measuring("Fits", at(view, "fits"), "fit").map((s) => ({
		...s,
		says: s.open ? jobWords.withoutThemClearanceIsPredicted(s.says) : s.says,
	}));
	const decide: Step = {
		name: "Decide",
		to: pathIn(view, "decide"),
		says: view.said.length === 0 ? jobWords.needsLimits : jobWords.setsOpen(unsigned.length),
		open: unsigned.length > 0 || view.said.length === 0,
		beyond: false,
	};
	const measured = [
		...measuring("Block", at(view, "block"), "part"),
		...measuring("Crank", [...journals(view), ...at(view, "crank").filter((f) => rowOf(f.kind).role !== "journal")], "journal"),
		...measuring("Runout", at(view, "runout"), "main"),
		...measuring(jobWords.rodsAndPistons(at(view, "rods").map((f) => rowOf(f.kind).component)), at(view, "rods"), "part"),
		...measuring("Cam", at(view, "cam"), "part"),
		...fits,
	];
	// What is asked of the engine is asked of what came; what is ordered is ordered for the engine as it stands.
	if (view.stand_in) return [asking("Look", "look", unseen), ...measured, decide];
	const strip = at(view, "strip");
	// A part that came alone comes out of nothing.
	const apart = strip.length > 0 || view.walk.items.some((item) => item.step === "strip");
	return [
		asking("Intake", "intake"),
		...(apart ? [asking("Strip", "strip", strip.filter((f) => unread(f)).length)] : []),
		asking("Clean", "clean"),
		asking("Look", "look", unseen),
		...measured,
		...(view.job.came.some((c) => c === "rods" || c === "pistons")
			? [{ name: "Match", to: `${base}/match`, says: jobWords.whichPartGoesWhere, open: false, beyond: false }]
			: []),
		decide,
		...after(view, base),
	];
}

/** What follows a signature: orders, proof, report. */
function after(view: JobView, base: string): Step[] {
	const report = { name: "Report", to: `${base}/report`, says: jobWords.papersAndFiles, open: false, beyond: false };
	if (!view.said.some((s) => s.signed)) return [report];
	const { drafts, issued, proved = false, open = 0, missed = false } = view.ordered;
	return [
		{
			name: "Orders",
			to: `${base}/orders`,
			says: drafts > 0 ? jobWords.toIssue(drafts) : issued === 0 ? "nothing to order" : jobWords.issued(issued),
			open: drafts > 0,
			beyond: false,
		},
		...(proved
			? [
					{
						name: "Verify",
						to: `${base}/verify`,
						says: open === 0 ? "all proved" : jobWords.toProve(open),
						open: open > 0,
						beyond: missed,
					},
				]
			: []),
		{
			name: "Build",
			to: `${base}/assembly`,
			says: view.building?.begun ? jobWords.building(view.building.open, view.building.signed) : jobWords.partsCardsAssembly,
			open: view.building?.begun === true && !view.building.signed,
			beyond: false,
		},
		report,
	];
}
