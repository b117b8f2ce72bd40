import { Alert, Button, Group, Select, Stack, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useSettle } from "../../api/changes";
import type { BuildView, JobView, Matching } from "../../api/client";
import { buildQuery, useWholeJob } from "../../api/queries";
import { type Kind, plural } from "../../api/table";
import { Windows } from "../../drawing/Window";
import { show, showGrams } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { matchWords } from "../../words/match";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { who } from "../../words/trade";
import { clearancesOf, insideOf, numbersOf, spreadOf, swapped } from "./order";

/** How the measured parts go together: which piston in which cylinder, which rod on which pin, rods by weight, rings. */
export function MatchPlace() {
	const id = Number(useParams().id);
	const job = useWholeJob(id);
	const build = useQuery(buildQuery(id));
	return (
		<Load query={job}>
			{(view) => (
				<>
					<Bar
						trail={[{ text: placeWords.shop, to: "/" }, { text: view.job.engine, to: `/jobs/${id}` }, { text: placeWords.match }]}
					/>
					<main className="page">
						<Title order={1}>{matchWords.whichPartGoesWhere}</Title>
						<Load query={build}>{(b) => <Build view={view} build={b} />}</Load>
					</main>
				</>
			)}
		</Load>
	);
}

function Build({ view, build }: { view: JobView; build: BuildView }) {
	const nothing = build.matchings.length === 0 && !build.pairing && build.rings.length === 0;
	return (
		<Stack gap="lg" mt="sm">
			{nothing ? (
				<p>
					<Rich
						text={matchWords.nothingToMatchYet}
						limits={<Link to={`/jobs/${view.job.id}/limits`}>{matchWords.theLimits}</Link>}
					/>
				</p>
			) : null}
			<div className="twin">
				{build.matchings.map((m) => (
					<MatchPanel
						key={`${m.of} ${m.best.join()}`}
						view={view}
						matching={m}
						settled={build.settled.find((s) => s.kind === m.of)}
					/>
				))}
				{build.pairing ? <Pairs pairing={build.pairing} /> : null}
			</div>
			{build.rings.length > 0 ? <Rings view={view} rings={build.rings} /> : null}
		</Stack>
	);
}

interface MatchPanelProps {
	view: JobView;
	matching: Matching;
	settled: BuildView["settled"][number] | undefined;
}

const ONE: Partial<Record<Kind, string>> = {
	cylinder: "Cylinder",
	piston: "piston",
	rod_journal: "Rod journal",
	rod_housing: "rod",
};

function MatchPanel({ view, matching: m, settled }: MatchPanelProps) {
	const settle = useSettle(view.job.id);
	const unit = view.job.unit;
	const numbered = numbersOf(m, m.as_numbered);
	const best = numbersOf(m, m.best);
	const standing = settled?.parts ?? numbered;
	const [parts, setParts] = useState(standing);
	const clearances = clearancesOf(m, parts);
	const inside = insideOf(m, parts);
	const line = (title: string, p: number[]) => {
		const s = spreadOf(clearancesOf(m, p), m.target);
		return (
			<tr key={title}>
				<th scope="row">{title}</th>
				<td className="figure">{show(s.spread, unit)}</td>
				<td className="figure">{show(s.worst, unit)}</td>
			</tr>
		);
	};
	return (
		<section className="panel" aria-label={matchWords.to(plural(m.with), plural(m.of).toLowerCase())}>
			<Title order={2} size="h4">
				{matchWords.to(plural(m.with), plural(m.of).toLowerCase())}
			</Title>
			<div className="soft">
				<Rich text={matchWords.targetFrom} target={<span className="figure">{show(m.target, unit)}</span>} basis={m.basis.text} />
			</div>
			<table className="readings">
				<thead>
					<tr>
						<td />
						<th>{matchWords.spread}</th>
						<th>{matchWords.furthestFromTarget}</th>
					</tr>
				</thead>
				<tbody>
					{line(matchWords.asNumbered, numbered)}
					{line("Best", best)}
					{line(matchWords.asBelow, parts)}
				</tbody>
			</table>
			<Stack gap={4} my="sm">
				{m.places.map((place, i) => (
					<Group key={place} gap="xs" wrap="nowrap">
						<span style={{ width: 100 }}>
							{ONE[m.of] ?? m.of} {place}
						</span>
						<Select
							aria-label={matchWords.for(ONE[m.with], ONE[m.of]?.toLowerCase(), place)}
							w={130}
							allowDeselect={false}
							data={m.parts.map((p) => ({ value: String(p), label: `${ONE[m.with]} ${p}` }))}
							value={String(parts[i])}
							onChange={(v) => v && setParts(swapped(parts, i, Number(v)))}
						/>
						<span className="figure">{show(clearances[i] ?? 0, unit)}</span>
					</Group>
				))}
			</Stack>
			<div style={{ maxWidth: 330 }}>
				<Windows
					title={matchWords.clearanceOfEachInItsWindow}
					system={unit}
					rows={m.places.map((place, i) => {
						const c = clearances[i] ?? 0;
						return {
							label: `${ONE[m.of]?.slice(0, 3)} ${place}`,
							min: c,
							max: c,
							window: m.window,
							inside: inside[i] ?? true,
						};
					})}
				/>
			</div>
			<Group mt="sm">
				<Button variant="default" onClick={() => setParts(best)}>
					{matchWords.useTheBestMatch}
				</Button>
				<Button
					disabled={parts.join() === (settled?.parts ?? []).join()}
					loading={settle.isPending}
					onClick={() => settle.mutate({ kind: m.of, parts })}
				>
					{matchWords.saveThisMatching}
				</Button>
				{settled ? <span className="soft">{matchWords.savedBy(who(settled.settled_by, settled.from_file))}</span> : null}
			</Group>
			{settle.error ? (
				<Alert color="orange" variant="light" mt="sm">
					{settle.error.message}
				</Alert>
			) : null}
		</section>
	);
}

function Pairs({ pairing: p }: { pairing: NonNullable<BuildView["pairing"]> }) {
	const sums = (pairs: number[][]) => pairs.map(([a = 0, b = 0]) => (p.weights[a] ?? 0) + (p.weights[b] ?? 0));
	const spread = (pairs: number[][]) => Math.max(...sums(pairs)) - Math.min(...sums(pairs));
	const best = p.best ?? [];
	return (
		<section className="panel" aria-label={matchWords.rodsByWeight}>
			<Title order={2} size="h4">
				{matchWords.rodsByWeight}
			</Title>
			{best.length > 0 ? (
				<>
					<p style={{ margin: "4px 0" }}>
						<Rich
							text={matchWords.twoRodsShareACrankpin}
							numbered={<span className="figure">{showGrams(spread(p.as_numbered ?? []))}</span>}
							best={<b className="figure">{showGrams(spread(best))}</b>}
						/>
					</p>
					<table className="readings">
						<tbody>
							{best.map(([a = 0, b = 0], i) => (
								<tr key={`${a} ${b}`}>
									<th scope="row">{matchWords.crankpin(i + 1)}</th>
									<td>{matchWords.pair(p.rods[a], p.rods[b])}</td>
									<td className="figure">{showGrams(sums(best)[i] ?? 0)}</td>
								</tr>
							))}
						</tbody>
					</table>
				</>
			) : null}
			<p className="soft">
				{matchWords.toWeighAsTheLightestPair(
					p.rods
						.map((rod, i) => matchWords.takeOff(rod, (p.metal[i] ?? 0) === 0 ? undefined : showGrams(p.metal[i] ?? 0)))
						.join(", "),
				)}
			</p>
		</section>
	);
}

function Rings({ view, rings }: { view: JobView; rings: BuildView["rings"] }) {
	const unit = view.job.unit;
	return (
		<section className="panel" aria-label={matchWords.ringGaps} style={{ overflowX: "auto" }}>
			<Title order={2} size="h4">
				{matchWords.ringGaps}
			</Title>
			<table className="readings">
				<thead>
					<tr>
						<th>{matchWords.cylinder}</th>
						<th>{matchWords.ring}</th>
						<th>{matchWords.gap}</th>
						<th>{matchWords.target2}</th>
						<th>{matchWords.file}</th>
						<th>{matchWords.whatToDo}</th>
					</tr>
				</thead>
				<tbody>
					{rings.map((r) => (
						<tr key={`${r.cylinder} ${r.ring}`}>
							<th scope="row">{r.cylinder}</th>
							<td>{r.ring}</td>
							<td className="figure">{show(r.gap, unit)}</td>
							<td className="figure">{show(r.target, unit)}</td>
							<td className="figure">{r.file > 0 ? show(r.file, unit) : "–"}</td>
							<td>{r.says.map((s) => s.text).join(" ")}</td>
						</tr>
					))}
				</tbody>
			</table>
			<p className="soft">{matchWords.aGapGrowsBy314TimesWhat}</p>
		</section>
	);
}
