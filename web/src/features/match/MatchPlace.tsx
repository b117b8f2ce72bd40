import { Button, Group, Select, Stack, Table, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useSettle } from "../../api/changes";
import type { BuildView, JobView, Matching } from "../../api/client";
import { buildQuery, useJob } from "../../api/queries";
import { type Kind, plural } from "../../api/table";
import { Windows } from "../../drawing/Window";
import look from "../../look/look.module.css";
import { show, showGrams } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { matchWords } from "../../words/match";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { who } from "../../words/trade";
import css from "./match.module.css";
import { clearancesOf, insideOf, numbersOf, spreadOf, swapped } from "./order";

/** How the measured parts go together: which piston in which cylinder, which rod on which pin, rods by weight, rings. */
export function MatchPlace() {
	const id = Number(useParams().id);
	const job = useJob(id);
	const build = useQuery(buildQuery(id));
	return (
		<Load query={job}>
			{(view) => (
				<>
					<Bar
						trail={[{ text: placeWords.shop, to: "/" }, { text: view.job.engine, to: `/jobs/${id}` }, { text: placeWords.match }]}
					/>
					<main className={look.page}>
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
			<div className={look.twin}>
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
			<Table.Tr key={title}>
				<Table.Th scope="row">{title}</Table.Th>
				<Table.Td className={look.figure}>{show(s.spread, unit)}</Table.Td>
				<Table.Td className={look.figure}>{show(s.worst, unit)}</Table.Td>
			</Table.Tr>
		);
	};
	return (
		<section className={look.panel} aria-label={matchWords.to(plural(m.with), plural(m.of).toLowerCase())}>
			<Title order={2} size="h4">
				{matchWords.to(plural(m.with), plural(m.of).toLowerCase())}
			</Title>
			<div className={look.soft}>
				<Rich
					text={matchWords.targetFrom}
					target={<span className={look.figure}>{show(m.target, unit)}</span>}
					basis={m.basis.text}
				/>
			</div>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Td />
						<Table.Th>{matchWords.spread}</Table.Th>
						<Table.Th>{matchWords.furthestFromTarget}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{line(matchWords.asNumbered, numbered)}
					{line("Best", best)}
					{line(matchWords.asBelow, parts)}
				</Table.Tbody>
			</Table>
			<Stack gap={4} my="sm">
				{m.places.map((place, i) => (
					<Group key={place} gap="xs" wrap="nowrap">
						<span className={css.number}>
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
						<span className={look.figure}>{show(clearances[i] ?? 0, unit)}</span>
					</Group>
				))}
			</Stack>
			<div className={css.window}>
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
				{settled ? <span className={look.soft}>{matchWords.savedBy(who(settled.settled_by, settled.from_file))}</span> : null}
			</Group>
			<Failed error={settle.error} mt="sm" />
		</section>
	);
}

function Pairs({ pairing: p }: { pairing: NonNullable<BuildView["pairing"]> }) {
	const sums = (pairs: number[][]) => pairs.map(([a = 0, b = 0]) => (p.weights[a] ?? 0) + (p.weights[b] ?? 0));
	const spread = (pairs: number[][]) => Math.max(...sums(pairs)) - Math.min(...sums(pairs));
	const best = p.best ?? [];
	return (
		<section className={look.panel} aria-label={matchWords.rodsByWeight}>
			<Title order={2} size="h4">
				{matchWords.rodsByWeight}
			</Title>
			{best.length > 0 ? (
				<>
					<p className={css.told}>
						<Rich
							text={matchWords.twoRodsShareACrankpin}
							numbered={<span className={look.figure}>{showGrams(spread(p.as_numbered ?? []))}</span>}
							best={<b className={look.figure}>{showGrams(spread(best))}</b>}
						/>
					</p>
					<Table>
						<Table.Tbody>
							{best.map(([a = 0, b = 0], i) => (
								<Table.Tr key={`${a} ${b}`}>
									<Table.Th scope="row">{matchWords.crankpin(i + 1)}</Table.Th>
									<Table.Td>{matchWords.pair(p.rods[a], p.rods[b])}</Table.Td>
									<Table.Td className={look.figure}>{showGrams(sums(best)[i] ?? 0)}</Table.Td>
								</Table.Tr>
							))}
						</Table.Tbody>
					</Table>
				</>
			) : null}
			<p className={look.soft}>
				{matchWords.toWithinTolerance(
					p.rods
						.flatMap((rod, i) => [
							...((p.big_ends[i] ?? 0) > 0 ? [matchWords.takeOff(rod, "big end", showGrams(p.big_ends[i] ?? 0))] : []),
							...((p.small_ends[i] ?? 0) > 0 ? [matchWords.takeOff(rod, "small end", showGrams(p.small_ends[i] ?? 0))] : []),
						])
						.join(", "),
				)}
			</p>
		</section>
	);
}

function Rings({ view, rings }: { view: JobView; rings: BuildView["rings"] }) {
	const unit = view.job.unit;
	return (
		<section className={`${look.panel} ${look.scroll}`} aria-label={matchWords.ringGaps}>
			<Title order={2} size="h4">
				{matchWords.ringGaps}
			</Title>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{matchWords.cylinder}</Table.Th>
						<Table.Th>{matchWords.ring}</Table.Th>
						<Table.Th>{matchWords.gap}</Table.Th>
						<Table.Th>{matchWords.target2}</Table.Th>
						<Table.Th>{matchWords.file}</Table.Th>
						<Table.Th>{matchWords.whatToDo}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{rings.map((r) => (
						<Table.Tr key={`${r.cylinder} ${r.ring}`}>
							<Table.Th scope="row">{r.cylinder}</Table.Th>
							<Table.Td>{r.ring}</Table.Td>
							<Table.Td className={look.figure}>
								{r.measured === undefined ? show(r.gap, unit) : matchWords.afterHoning(show(r.measured, unit), show(r.gap, unit))}
							</Table.Td>
							<Table.Td className={look.figure}>{show(r.target, unit)}</Table.Td>
							<Table.Td className={look.figure}>{r.file > 0 ? show(r.file, unit) : "–"}</Table.Td>
							<Table.Td>{r.says.map((s) => s.text).join(" ")}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
			<p className={look.soft}>{matchWords.aGapGrowsBy314TimesWhat}</p>
		</section>
	);
}
