import { Button, Group, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { JobView } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { featureOf, findingOf, taken } from "../../api/view";
import { Load } from "../../app/Load";
import { show } from "../../quantity/length";
import { WalkItems } from "./WalkItems";
import { WalkPlace } from "./WalkPlace";

const items = (view: JobView, step: string) => view.walk.items.filter((i) => i.step === step);

/** Before and while it comes apart: end float, caps and bolts, what was found inside. */
export function StripPlace() {
	const id = Number(useParams().id);
	return (
		<Load query={useQuery(jobQuery(id))}>
			{(view) => (
				<WalkPlace
					view={view}
					name="Strip"
					intro="What can only be seen while it is still together, and what must go back where it came from."
				>
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
				<WalkPlace view={view} name="Clean" intro="Dirt between cap and block, or under an anvil, fails a good part.">
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
		<section aria-label="End play">
			<Title order={2} size="h4">
				End play (end float)
			</Title>
			<p className="soft asked">
				An indicator on the end of the crankshaft, levered lightly both ways, several times; then again with the crank turned half
				a turn. Two different answers: suspect a bend.
			</p>
			<Group>
				<Button component={Link} to={`/jobs/${view.job.id}/bench/end_float/1`} variant={taken(f) === 0 ? "filled" : "default"}>
					{taken(f) === 0 ? "Measure the end play" : `${taken(f)} of ${f.by_station.length} taken`}
				</Button>
				{e?.at_0 === undefined ? null : (
					<span>
						<span className="figure">{show(e.at_0, unit)}</span> at 0°
						{e.at_180 === undefined ? "" : ", "}
						{e.at_180 === undefined ? null : <span className="figure">{show(e.at_180, unit)}</span>}
						{e.at_180 === undefined ? "" : " turned half a turn"}
					</span>
				)}
			</Group>
			{(finding?.notes ?? [])
				.filter((n) => n.code !== "no_look")
				.map((n) => (
					<div key={n.text} className="note">
						{n.text}
					</div>
				))}
		</section>
	);
}
