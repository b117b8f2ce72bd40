import { Select, Switch } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSetPlan, useSetQuick } from "../../api/changes";
import type { FeatureView, JobView } from "../../api/client";
import { unread } from "../../api/path";
import { plansQuery, powerQuery } from "../../api/queries";
import { type Kind, plural, rowOf } from "../../api/table";
import { columnCount, partsOf } from "../../api/view";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { jobWords } from "../../words/job";
import css from "./job.module.css";

/** By which plans the parts of a job are measured, with what each plan would miss. */
export function PlanChoice({ view }: { view: JobView }) {
	const kinds = [...new Set(view.features.map((f) => f.kind))].filter((kind) =>
		view.features.some((f) => f.kind === kind && !f.columns),
	);
	return (
		<section>
			<div className={look.twin}>
				{kinds.map((kind) => {
					const parts = partsOf(view, kind).map((p) => p.feature);
					const f = parts.find((f) => unread(f)) ?? parts[0];
					return f ? <PlanOf key={kind} view={view} kind={kind} f={f} /> : null;
				})}
			</div>
			<p className={look.soft}>
				{jobWords.whatPassesMeans}{" "}
				<a href="/help/truth.md" target="_blank" rel="noreferrer" className={look.link}>
					{jobWords.howOftenItIsRight}
				</a>
			</p>
			<p className={`${look.soft} ${css.apart}`}>{jobWords.twoPointGaugesNeverSeeOdd}</p>
		</section>
	);
}

function PlanOf({ view, kind, f }: { view: JobView; kind: Kind; f: FeatureView }) {
	const plans = useQuery(plansQuery);
	const [asking, setAsking] = useState(false);
	// It takes the server half a second, so it is asked for only by who is about to choose.
	const power = useQuery({ ...powerQuery(view.job.id, kind), enabled: asking && kind !== "runout" });
	const powerOf = (plan: string, quick: boolean) => power.data?.find((p) => p.plan === plan && p.quick === quick);
	const set = useSetPlan(view.job.id);
	const looking = useSetQuick(view.job.id);
	const begun = view.features.some((one) => one.kind === kind && one.tape.length > 0);
	const now = plans.data?.find((p) => p.stations.join() === f.stations.join() && p.directions.join() === f.directions.join());
	const quick = f.quick ?? false;
	return (
		<div>
			<Select
				label={plural(kind)}
				miw={230}
				disabled={view.job.closed_at !== undefined}
				description={[
					f.blind ? jobWords.cannotSee(f.blind) : f.sees ? jobWords.sees(f.sees) : "",
					begun ? jobWords.whatIsReadStays : "",
				].join(" ")}
				onDropdownOpen={() => setAsking(true)}
				data={
					plans.data
						?.filter((p) => p.turn === (kind === "runout"))
						.map((p) => ({ value: p.id, label: jobWords.planPasses(p.name, powerOf(p.id, quick)) })) ?? []
				}
				value={now?.id ?? null}
				placeholder={jobWords.asItCame(f.stations.length, columnCount(f))}
				allowDeselect={false}
				error={set.error?.message}
				onChange={(plan) => plan && set.mutate({ kind, plan, component: f.component })}
			/>
			{rowOf(kind).set && f.stations.length > 1 ? (
				<Switch
					mt={6}
					size="sm"
					label={jobWords.quickLookFirst}
					description={now && quickWords(powerOf(now.id, true), powerOf(now.id, false))}
					checked={quick}
					onFocus={() => setAsking(true)}
					onChange={(e) => looking.mutate({ kind, quick: e.currentTarget.checked, component: f.component })}
				/>
			) : null}
			<Failed error={looking.error} mt={4} />
		</div>
	);
}

interface Plays {
	passes: number;
	readings: number;
}

const quickWords = (quick: Plays | undefined, whole: Plays | undefined) =>
	quick && whole ? jobWords.quickPasses(quick, whole) : undefined;
