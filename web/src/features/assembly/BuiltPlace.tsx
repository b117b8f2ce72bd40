import { Button, Group, Table, Title } from "@mantine/core";
import { IconFileTypePdf } from "@tabler/icons-react";
import { runsOf, standingRun } from "../../api/assembly";
import { titleOf, wordOf } from "../../api/table";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { runName, stepsText, torqueWord, assemblyWords as words } from "../../words/assembly";
import { Frame, type Shown } from "./Frame";
import { Signature } from "./Signature";

/** The built engine's sheet, to be signed. */
export function BuiltPlace() {
	return <Frame name={words.builtEngine}>{(shown) => <Built {...shown} />}</Frame>;
}

function Built(shown: Shown) {
	const { job } = shown;
	return (
		<>
			<Group justify="space-between">
				<Title order={1}>{words.built}</Title>
				<Button
					component="a"
					href={`/api/v1/jobs/${job.job.id}/built.pdf`}
					target="_blank"
					variant="default"
					leftSection={<IconFileTypePdf size={18} />}
				>
					{words.pdf}
				</Button>
			</Group>
			<Signature {...shown} />
			<article className={`${look.panel} ${look.paper}`} aria-label={words.built}>
				<header>
					<div>
						<h2>{job.job.engine}</h2>
						<div>{job.job.customer}</div>
					</div>
					<div className={look.figure}>{job.job.number}</div>
				</header>
				<Finals {...shown} />
				<Torqued {...shown} />
				<Cylinders {...shown} />
			</article>
		</>
	);
}

function Finals({ job, view }: Shown) {
	const unit = job.job.unit;
	return (
		<section>
			<h3>{words.lastMeasurements}</h3>
			<Table>
				<Table.Tbody>
					{view.finals.map((f) => (
						<Table.Tr key={`${f.kind} ${f.number}`}>
							<Table.Th scope="row">{f.says}</Table.Th>
							<Table.Td className={look.figure}>{f.value === undefined ? words.notDone : show(f.value, unit)}</Table.Td>
							<Table.Td className={look.soft}>
								{f.window ? words.within(show(f.window.min, unit), show(f.window.max, unit)) : ""}
							</Table.Td>
							<Table.Td>{f.value === undefined ? null : <StatusMark standing={f.verdict || "no_limit"} word />}</Table.Td>
							<Table.Td className={look.soft}>{f.by ?? ""}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}

function Torqued({ view }: Shown) {
	return (
		<section>
			<h3>{words.torqueCards}</h3>
			<Table>
				<Table.Tbody>
					{view.plan.cards.flatMap((card) =>
						runsOf(view, card.key).map((of) => {
							const run = standingRun(view, card.key, of);
							const ticks = (run?.ticks ?? []).flatMap((s) => (s ?? []).flatMap((t) => (t ? [t] : [])));
							return (
								<Table.Tr key={`${card.key} ${of}`}>
									<Table.Th scope="row">{runName(card, of)}</Table.Th>
									<Table.Td>
										{stepsText(card.steps)} {wordOf("torque", card.unit)}
									</Table.Td>
									<Table.Td>
										{run?.done ? words.allTight : words.allOf(ticks.length, card.steps.length * card.rows * card.columns)}
									</Table.Td>
									<Table.Td>
										{(run?.flags ?? []).map((f) => (
											<div key={f.bolt} className={look.beyond}>
												{(f.low ? words.flagLow : words.flagHigh)(f.bolt, torqueWord(f.torque), torqueWord(f.middle))}
											</div>
										))}
									</Table.Td>
									<Table.Td className={look.soft}>{[...new Set(ticks.map((t) => t.by))].join(", ")}</Table.Td>
								</Table.Tr>
							);
						}),
					)}
					{view.turns.map((t) => (
						<Table.Tr key={t.event}>
							<Table.Th scope="row">{t.says}</Table.Th>
							<Table.Td>{t.tight ? words.isTight : words.turnsFree}</Table.Td>
							<Table.Td className={look.figure}>{t.torque ? torqueWord(t.torque) : ""}</Table.Td>
							<Table.Td>{t.jump ? words.jump : ""}</Table.Td>
							<Table.Td className={look.soft}>{t.by}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}

function Cylinders({ job, view }: Shown) {
	const unit = job.job.unit;
	const gap = (cylinder: number, ring: string) =>
		(view.ring_gaps.find((g) => g.cylinder === cylinder && g.ring === ring)?.gaps ?? []).at(-1);
	const rings = ["top", "second", "rail_upper", "rail_lower"] as const;
	if (view.cylinders.length === 0) return null;
	return (
		<section>
			<h3>{words.ringGaps}</h3>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{words.cylinder}</Table.Th>
						{rings.map((r) => (
							<Table.Th key={r}>{titleOf("ring", r)}</Table.Th>
						))}
						<Table.Th>{words.rodsAndPistons}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{view.cylinders.map((c) => (
						<Table.Tr key={c.number}>
							<Table.Th scope="row">{c.number}</Table.Th>
							{rings.map((r) => (
								<Table.Td key={r} className={look.figure}>
									{gap(c.number, r) === undefined ? "–" : show(gap(c.number, r) ?? 0, unit)}
								</Table.Td>
							))}
							<Table.Td>{c.in ? `${words.rodAndCap(c.in.rod ?? 0)} · ${words.inBy(c.in.by)}` : words.notDone}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}
