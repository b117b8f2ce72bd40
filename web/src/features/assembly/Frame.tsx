import { Alert, Button, Group, Stack } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { assemblyQuery } from "../../api/assembly";
import type { AssemblyView, JobView, OpenThing } from "../../api/client";
import { jobQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { assemblyWords as words } from "../../words/assembly";
import { placeWords } from "../../words/places";
import css from "./assembly.module.css";
import { type Build, useBuild } from "./use-build";

export interface Shown {
	job: JobView;
	view: AssemblyView;
	build: Build;
}

/** One of the places where an engine is built: its neighbours at the left, what was refused on top. */
export function Frame({ name, children }: { name: string; children: (shown: Shown) => ReactNode }) {
	const id = Number(useParams().id);
	const job = useQuery(jobQuery(id));
	const assembly = useQuery(assemblyQuery(id));
	const build = useBuild(id);
	return (
		<Load query={job}>
			{(j) => (
				<Load query={assembly}>
					{(view) => (
						<>
							<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: j.job.engine, to: `/jobs/${id}` }, { text: name }]} />
							<div className={`${look.columns} ${look.walk} ${look.inside}`}>
								<Rail job={j} view={view} name={name} />
								<main>
									<Stack gap="md">
										<Refused build={build} />
										{children({ job: j, view, build })}
									</Stack>
								</main>
							</div>
						</>
					)}
				</Load>
			)}
		</Load>
	);
}

function Rail({ job, view, name }: { job: JobView; view: AssemblyView; name: string }) {
	const open = (sort: OpenThing["sort"]) => view.still_open.filter((o) => o.sort === sort).length;
	const places: [string, string, string][] = [
		[words.torqueCards, "torque", view.plan.cards.length === 0 ? words.noCards : words.running(view.plan.cards.length)],
		[words.parts, "parts", words.toCome(open("part"))],
		[words.polishing, "polish", words.journals(view.polish.length)],
		[words.fitting, "fitting", words.gapsOpen(open("gap"))],
		[words.assembly, "assembly", words.tasksOpen(open("task") + open("bolt"))],
		[words.builtEngine, "built", view.signed ? words.signedBy(view.signed.by) : words.notSigned],
	];
	return (
		<nav aria-label={words.building} className={look.rail}>
			<Stack gap={2}>
				{places.map(([text, page, says]) => (
					<Link
						key={page}
						to={`/jobs/${job.job.id}/${page}`}
						className={`${look.choice} ${look.set} ${css.place}`}
						aria-current={text === name}
					>
						<b>{text}</b>
						<div className={look.soft}>{says}</div>
					</Link>
				))}
			</Stack>
		</nav>
	);
}

function Refused({ build }: { build: Build }) {
	return (
		<>
			{build.full ? <Alert color="orange">{build.full}</Alert> : null}
			{build.away ? (
				<Alert color="orange" variant="light" p="xs">
					{words.notConnected}
				</Alert>
			) : null}
			{build.refused ? (
				<Alert color="orange" variant="light" title={words.refused} role="alert">
					<Group justify="space-between">
						<span className={css.large}>{build.refused.trouble?.sentence}</span>
						<Button variant="default" onClick={build.letGo}>
							{words.letItGo}
						</Button>
					</Group>
				</Alert>
			) : null}
		</>
	);
}
