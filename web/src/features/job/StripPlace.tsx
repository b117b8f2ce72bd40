import { Button, Group, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { JobView } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { roleOf } from "../../api/table";
import { featureOf, findingOf, taken } from "../../api/view";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { Load } from "../../ui/Load";
import { jobWords } from "../../words/job";
import { Rich } from "../../words/Rich";
import css from "./job.module.css";
import { WalkItems } from "./WalkItems";
import { WalkPlace } from "./WalkPlace";

const items = (view: JobView, step: string) => view.walk.items.filter((i) => i.step === step);

/** Before and while it comes apart: end float, caps and bolts, what was found inside. */
export function StripPlace() {
	const id = Number(useParams().id);
	return (
		<Load query={useQuery(jobQuery(id))}>
			{(view) => (
				<WalkPlace view={view} name="Strip" intro={jobWords.whatCanOnlyBeSeenWhile}>
					<EndFloat view={view} />
					<WalkItems view={view} items={items(view, "strip")} />
				</WalkPlace>
			)}
		</Load>
	);
}

/** Nothing is measured dirty. */
export function CleanPlace() {
	const id = Number(useParams().id);
	return (
		<Load query={useQuery(jobQuery(id))}>
			{(view) => (
				<WalkPlace view={view} name="Clean" intro={jobWords.dirtBetweenCapAndBlockOr}>
					<WalkItems view={view} items={items(view, "clean")} />
				</WalkPlace>
			)}
		</Load>
	);
}

function EndFloat({ view }: { view: JobView }) {
	const f = featureOf(view, "end_float", 1);
	if (!f) return null;
	const finding = findingOf(view, f);
	const e = finding?.end_float;
	const unit = view.job.unit;
	return (
		<section aria-label={jobWords.endPlay}>
			<Title order={2} size="h4">
				{jobWords.endPlayEndFloat}
			</Title>
			<p className={`${look.soft} ${css.asked}`}>{jobWords.anIndicatorOnTheEndOf}</p>
			<Group>
				<Button component={Link} to={`/jobs/${view.job.id}/bench/end_float/1`} variant={taken(f) === 0 ? "filled" : "default"}>
					{taken(f) === 0 ? jobWords.measureTheEndPlay : jobWords.ofTaken(taken(f), f.by_station.length)}
				</Button>
				{e?.at_0 === undefined ? null : (
					<span>
						<Rich
							text={e.at_180 === undefined ? jobWords.endPlayAt0 : jobWords.endPlayAtBoth}
							at0={<span className={look.figure}>{show(e.at_0, unit)}</span>}
							at180={e.at_180 === undefined ? null : <span className={look.figure}>{show(e.at_180, unit)}</span>}
						/>
					</span>
				)}
			</Group>
			{(finding?.notes ?? [])
				.filter((n) => roleOf(n) !== "remark")
				.map((n) => (
					<div key={n.text} className={look.note}>
						{n.text}
					</div>
				))}
		</section>
	);
}
