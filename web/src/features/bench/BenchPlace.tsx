import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { JobView } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { crankJournal, featureOf, journalKind, PART_SHAPE, partsOf } from "../../api/view";
import { KIND_WORD } from "../../api/words";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { SvgLink } from "../../app/SvgLink";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import { Bench } from "./Bench";

/** Capture at the bench: one feature, one next thing to do. */
export function BenchPlace() {
	const { id, kind = "", number } = useParams();
	const query = useQuery(jobQuery(Number(id)));
	return (
		<Load query={query}>
			{(view) => {
				const feature = featureOf(view, kind, Number(number));
				if (!feature) {
					return (
						<>
							<Bar
								trail={[
									{ text: "Shop", to: "/" },
									{ text: view.job.engine, to: `/jobs/${view.job.id}` },
								]}
							/>
							<main className="page">
								<h1>This engine has no such part</h1>
								<Link to={`/jobs/${view.job.id}`}>Back to the crankshaft</Link>
							</main>
						</>
					);
				}
				return (
					<Bench
						key={`${kind} ${number}`}
						view={view}
						feature={feature}
						rail={<Rail view={view} kind={kind} number={Number(number)} />}
					/>
				);
			}}
		</Load>
	);
}

function Rail({ view, kind, number }: { view: JobView; kind: string; number: number }) {
	if (kind in PART_SHAPE) {
		return (
			<nav aria-label={KIND_WORD[kind]}>
				<PartRow
					standing
					shape={PART_SHAPE[kind as keyof typeof PART_SHAPE]}
					title={KIND_WORD[kind] ?? kind}
					parts={partsOf(view, kind).map((part) => ({ ...part, lit: part.number === number }))}
					wrap={(part, inner, label) => {
						const to = `/jobs/${view.job.id}/bench/${kind}/${part.number}`;
						return (
							<SvgLink aside to={to} label={label}>
								{inner}
							</SvgLink>
						);
					}}
				/>
			</nav>
		);
	}
	const bearings = kind.endsWith("_bearing");
	const turning = kind === "runout";
	const lit = turning ? "main_journal" : kind.replace("_bearing", "_journal");
	return (
		<nav aria-label="Crankshaft">
			<Crank
				standing
				title="Crankshaft, nose up"
				shaft={view.shaft}
				journal={(place) => ({ ...crankJournal(view, place), lit: journalKind(place) === lit && place.number === number })}
				wrap={(place, inner, label) => {
					if (turning && place.throw) return inner;
					const to = `/jobs/${view.job.id}/bench/${turning ? "runout" : bearings ? journalKind(place).replace("_journal", "_bearing") : journalKind(place)}/${place.number}`;
					return (
						<SvgLink aside to={to} label={label}>
							{inner}
						</SvgLink>
					);
				}}
			/>
			{bearings ? <p className="soft">Marks show the journals; you are measuring the shells they run in.</p> : null}
		</nav>
	);
}
