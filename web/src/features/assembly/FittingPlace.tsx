import { Alert, Button, Group, Table, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useRef, useState } from "react";
import { Link } from "react-router";
import type { RingGap } from "../../api/client";
import { buildQuery } from "../../api/queries";
import { titleOf } from "../../api/table";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { gapWord, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import { Frame, type Shown } from "./Frame";
import { gapOf } from "./typed";

/** Rings filed to their gaps, each in its own bore; rods and pistons as they were matched. */
export function FittingPlace() {
	return <Frame name={words.fitting}>{(shown) => <Fitting {...shown} />}</Frame>;
}

const RINGS = ["top", "second", "rail_upper", "rail_lower"] as const;
const open = (g: RingGap) => g.says === "open" || g.says === "file" || g.says === "shrank";

function Fitting(shown: Shown) {
	const { job, view, build } = shown;
	const unit = job.job.unit;
	const gaps = view.ring_gaps;
	const [lit, setLit] = useState(() =>
		Math.max(
			0,
			gaps.findIndex((g) => open(g)),
		),
	);
	const [typed, setTyped] = useState("");
	const [wrong, setWrong] = useState("");
	const input = useRef<HTMLInputElement>(null);
	const here = gaps[lit];
	const move = (by: number) => setLit((i) => (i + by + gaps.length) % gaps.length);
	const submit = (e: FormEvent) => {
		e.preventDefault();
		if (!here) return;
		const value = gapOf(typed, unit);
		if (value === null || typed.trim() === "") return setWrong(words.wrongNumber);
		build.act({ what: "gap", number: here.cylinder, ring: here.ring, value });
		setTyped("");
		setWrong("");
		input.current?.focus(); // the button was tapped
		// What is filed, or smaller than before, is tried again; what is good, or cannot be helped, is left.
		const shrank = value < ((here.gaps ?? []).at(-1) ?? value);
		if (!shrank && (!here.window || value >= here.window.min)) move(1);
	};
	if (!here) return <p>{words.nothingThere}</p>;
	const meant = typed.trim() === "" ? null : gapOf(typed, unit);
	return (
		<>
			<Title order={1}>{words.fitting}</Title>
			<section aria-label={words.ringGaps}>
				<Title order={2} size="h4">
					{words.ringGaps}
				</Title>
				<p className={`${look.soft} ${look.flush}`}>{words.fileRule}</p>
				{view.crosschecks.map((c) => (
					<Alert key={c.cylinder} color="orange" variant="light" mt="xs">
						{c.text}
					</Alert>
				))}
				<form onSubmit={submit}>
					<Group align="flex-end" my="sm">
						<TextInput
							ref={input}
							label={<b className={css.large}>{words.gapOf(titleOf("ring", here.ring), here.cylinder)}</b>}
							aria-label={words.gapOf(titleOf("ring", here.ring), here.cylinder)}
							size="xl"
							inputMode="decimal"
							autoComplete="off"
							autoFocus
							value={typed}
							error={wrong || undefined}
							placeholder={here.window ? words.within(show(here.window.min, unit), show(here.window.max, unit)) : ""}
							onChange={(e) => setTyped(e.currentTarget.value)}
							onKeyDown={(e) => {
								const by = { ArrowDown: RINGS.length, ArrowUp: -RINGS.length, ArrowRight: 1, ArrowLeft: -1 }[e.key];
								if (by === undefined || typed !== "") return;
								e.preventDefault();
								move(by);
							}}
							description={here.thumb ? words.byThumb : undefined}
						/>
						<Button type="submit" size="xl" rightSection={<kbd>⏎</kbd>}>
							{words.takeGap}
						</Button>
						<span className={`${look.figure} ${css.large}`}>{meant === null ? "" : show(meant, unit)}</span>
					</Group>
				</form>
				<div className={look.scroll}>
					<Table className={css.gaps}>
						<Table.Thead>
							<Table.Tr>
								<Table.Th>{words.cylinder}</Table.Th>
								{RINGS.map((r) => (
									<Table.Th key={r}>{titleOf("ring", r)}</Table.Th>
								))}
							</Table.Tr>
						</Table.Thead>
						<Table.Tbody>
							{[...new Set(gaps.map((g) => g.cylinder))].map((cylinder) => (
								<Table.Tr key={cylinder}>
									<Table.Th scope="row">{cylinder}</Table.Th>
									{RINGS.map((ring) => {
										const i = gaps.findIndex((g) => g.cylinder === cylinder && g.ring === ring);
										const g = gaps[i];
										return (
											<Table.Td
												key={ring}
												data-lit={i === lit || undefined}
												onClick={() => {
													setLit(i);
													input.current?.focus();
												}}
											>
												{g ? <GapCell gap={g} unit={unit} /> : null}
											</Table.Td>
										);
									})}
								</Table.Tr>
							))}
						</Table.Tbody>
					</Table>
				</div>
			</section>
			<section>
				<Title order={2} size="h4">
					{words.rodsAndPistons}
				</Title>
				<p className={look.flush}>{view.matched ? words.matchedAs : words.notMatched}</p>
				<ul className={look.asks}>
					{view.cylinders.map((c) => (
						<li key={c.number}>{words.pistonFor(c.number, c.piston)}</li>
					))}
				</ul>
				<RodPairs id={job.job.id} />
				<Button component={Link} to={`/jobs/${job.job.id}/match`} variant="default" mt="xs">
					{words.matchThem}
				</Button>
			</section>
		</>
	);
}

/** Rods that share a crankpin, paired by their weights, where they were weighed. */
function RodPairs({ id }: { id: number }) {
	const pairing = useQuery(buildQuery(id)).data?.pairing;
	if (!pairing?.best || pairing.best.length === 0) return null;
	const pairs = pairing.best.map((pair) => (pair as number[]).map((i) => pairing.rods?.[i]).join(" + "));
	return <p className={look.flush}>{words.rodPairs(pairs.join(", "))}</p>;
}

function GapCell({ gap, unit }: { gap: RingGap; unit: "in" | "mm" }) {
	const last = (gap.gaps ?? []).at(-1);
	return (
		<>
			<span className={look.figure}>{last === undefined ? "–" : show(last, unit)}</span>
			<div data-says={gap.says}>{gapWord(gap, unit)}</div>
			<div className={look.soft}>{words.passes((gap.gaps ?? []).length)}</div>
		</>
	);
}
