import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { JobView, Journal } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { type Kind, plural, rowOf } from "../../api/table";
import { crankJournal, featureOf, onCrank, partsAt, partsOf, shapeOf, taken } from "../../api/view";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { SvgLink } from "../../ui/SvgLink";
import { useStandIn } from "../../ui/use-stand-in";
import { benchWords } from "../../words/bench";
import { placeWords } from "../../words/places";
import { Bench } from "./Bench";
import css from "./bench.module.css";
import { benchPath } from "./bench-path";

/** Capture at the bench: one feature, one next thing to do. */
export function BenchPlace() {
	const { id, kind = "", number } = useParams();
	const state = useSearchParams()[0].get("state") ?? undefined;
	const query = useQuery(jobQuery(Number(id), useStandIn()));
	return (
		<Load query={query}>
			{(view) => {
				const feature = featureOf(view, kind, Number(number), state);
				if (!feature) {
					return (
						<>
							<Bar
								trail={[
									{ text: placeWords.shop, to: "/" },
									{ text: view.job.engine, to: `/jobs/${view.job.id}` },
								]}
							/>
							<main className={look.page}>
								<h1>{benchWords.thisEngineHasNoSuchPart}</h1>
								<Link to={`/jobs/${view.job.id}`}>{benchWords.backToTheCrankshaft}</Link>
							</main>
						</>
					);
				}
				return (
					<Bench
						key={`${kind} ${number} ${feature.state} ${feature.component ?? ""}`}
						view={view}
						feature={feature}
						rail={<Rail view={view} kind={feature.kind} number={Number(number)} />}
					/>
				);
			}}
		</Load>
	);
}

function Rail({ view, kind, number }: { view: JobView; kind: Kind; number: number }) {
	const shape = shapeOf(kind);
	if (shape) {
		return (
			<nav aria-label={plural(kind)}>
				<PartRow
					standing
					shape={shape}
					title={plural(kind)}
					noun={rowOf(kind).looked || rowOf(kind).title.length > 13 ? undefined : rowOf(kind).title}
					parts={partsOf(view, kind).map((part) => ({ ...part, lit: part.number === number }))}
					wrap={(part, inner, label) => {
						const to = benchPath(view, { kind, number: part.number });
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
	if (!onCrank(kind)) return <Siblings view={view} kind={kind} number={number} />;
	const row = rowOf(kind);
	const turning = kind === "runout";
	const at = (place: Journal) => {
		if (turning && place.throw) return [];
		return partsAt(view, place.throw === (row.place === "throw") ? kind : (row.across ?? kind), place);
	};
	const here = view.shaft.find((place) => place.throw === (row.place === "throw") && at(place).some((f) => f.number === number));
	return (
		<nav aria-label={benchWords.crankshaft}>
			<Crank
				standing
				title={benchWords.crankshaftNoseUp}
				shaft={view.shaft}
				journal={(place) => ({ ...crankJournal(view, place), lit: place === here })}
				wrap={(place, inner, label) => {
					const parts = at(place);
					const to = parts.find((f) => taken(f) < f.by_station.length) ?? parts[0];
					if (!to) return inner;
					return (
						<SvgLink aside to={benchPath(view, to)} label={label}>
							{inner}
						</SvgLink>
					);
				}}
			/>
			{here && at(here).length > 1 ? (
				<p>
					{at(here).map((f) => (
						<Link
							key={f.number}
							to={benchPath(view, f)}
							aria-current={f.number === number ? "page" : undefined}
							className={`${css.rod} ${css.to}`}
						>
							{benchWords.rod(f.number)}
						</Link>
					))}
				</p>
			) : null}
			{row.role === "journal" || turning ? null : (
				<p className={look.soft}>{benchWords.marksShowTheJournalsYouAre(row.role, row.strip_of)}</p>
			)}
		</nav>
	);
}

/** What else is taken of the same sort, and how far it is. */
function Siblings({ view, kind, number }: { view: JobView; kind: Kind; number: number }) {
	const parts = partsOf(view, kind);
	return (
		<nav aria-label={plural(kind)}>
			<h2 className={`${look.soft} ${css.siblings}`}>{plural(kind)}</h2>
			{parts.map((p) => (
				<div key={p.number} className={css.sibling}>
					<Link to={benchPath(view, p.feature)} aria-current={p.number === number ? "page" : undefined} className={css.to}>
						{p.label}
					</Link>
					<div className={look.soft}>{benchWords.ofRead(taken(p.feature), p.of)}</div>
				</div>
			))}
		</nav>
	);
}
