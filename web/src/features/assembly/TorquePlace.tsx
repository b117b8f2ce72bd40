import { Alert, Button, Group, NumberInput, SegmentedControl, Stack, Table, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { runsOf, sequenceOf, usePlanToCard } from "../../api/assembly";
import type { TorqueCard, TorqueRun } from "../../api/client";
import { wordOf } from "../../api/table";
import { Bolts } from "../../drawing/Bolts";
import look from "../../look/look.module.css";
import { parse, show } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { useKey } from "../../ui/use-key";
import { cardName, runName, stepsText, stepWord, torqueWord, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import { CardForm } from "./CardForm";
import { Frame, type Shown } from "./Frame";
import { Loosening, Undoing } from "./Loosening";
import { RunList } from "./RunList";
import { ticksOf } from "./ticks";
import { torqueOf } from "./typed";

/** Bolts tightened by their cards, one by one. */
export function TorquePlace() {
	return <Frame name={words.torqueCards}>{(shown) => <Torquing {...shown} />}</Frame>;
}

function Torquing(shown: Shown) {
	const { job, view } = shown;
	const { card: key, run } = useParams();
	const card = view.plan.cards.find((c) => c.key === key) ?? view.plan.cards[0];
	const runs = card ? runsOf(view, card.key) : [];
	const of = runs.find((n) => String(n) === run) ?? runs[0] ?? 0;
	const [editing, setEditing] = useState<TorqueCard | "new">();
	if (editing) {
		return <CardForm {...shown} card={editing === "new" ? undefined : editing} onDone={() => setEditing(undefined)} />;
	}
	return (
		<>
			<Title order={1}>{words.torqueCards}</Title>
			<p className={`${look.soft} ${look.flush}`}>{words.maker}</p>
			<RunList job={job} view={view} chosen={card && { key: card.key, of }} />
			{card ? (
				<Running key={`${card.key} ${of}`} {...shown} card={card} of={of} onEdit={() => setEditing(card)} />
			) : (
				<p>{words.noCard}</p>
			)}
			<PlanButtons shown={shown} onNew={() => setEditing("new")} />
		</>
	);
}

function PlanButtons({ shown, onNew }: { shown: Shown; onNew: () => void }) {
	const toCard = usePlanToCard(shown.job.job.id);
	return (
		<Stack gap="xs">
			<Group>
				<Button variant="default" onClick={onNew}>
					{words.newCard}
				</Button>
				{shown.view.card && shown.view.plan.cards.length > 0 ? (
					<Button variant="default" loading={toCard.isPending} onClick={() => toCard.mutate()}>
						{words.toEngineCard}
					</Button>
				) : null}
			</Group>
			<span className={look.soft}>{toCard.isSuccess ? words.savedToEngineCard : words.cardsStandWithEngine}</span>
			<Failed error={toCard.error} />
		</Stack>
	);
}

export interface RunningProps extends Shown {
	card: TorqueCard;
	of: number;
	onEdit: () => void;
}

/** What is next at a run, with what was done and what waits to be sent counted in. */
function useRun({ view, build, card, of }: RunningProps) {
	const { run, ticked, next } = ticksOf(view, build.pending, card, of);
	const bolts = sequenceOf(view, card.key);
	const done = card.steps.reduce((n, _, i) => n + bolts.filter((bolt) => ticked(i + 1, bolt)).length, 0);
	return { run, ticked, next, done, all: card.steps.length * bolts.length };
}

function Running(props: RunningProps) {
	const { job, view, build, card, of, onEdit } = props;
	const { run, ticked, next, done, all } = useRun(props);
	const [stays, setStays] = useState(run?.stays ?? true);
	const [typed, setTyped] = useState("");
	const [wrong, setWrong] = useState("");
	const step = next ? card.steps[next.step - 1] : undefined;
	const tick = () => {
		if (!next || !step) return;
		const torque = typed.trim() === "" || step.torque ? undefined : torqueOf(typed, card.unit);
		if (torque === null) return setWrong(words.reachedWrong);
		build.act({
			what: "tighten",
			card: card.key,
			run: of,
			step: next.step,
			bolt: next.bolt,
			final: run?.stays ?? stays,
			torque,
		});
		setTyped("");
		setWrong("");
	};
	/** The last run, though all of its bolts are loose again. */
	const latest = view.runs.filter((r) => r.card === card.key && r.of === of).at(-1);
	const last = build.pending.length > 0 ? undefined : latest?.last;
	const takeBack = () => last && build.act({ what: "take_back", of: last });
	/** What it was asked of if it is to be loosened: a bolt, or 0 for all. One key never undoes a card. */
	const [loosens, setLoosens] = useState<number>();
	useKey("Enter", tick, next !== undefined && loosens === undefined);
	const assembly = `/jobs/${job.job.id}/assembly`;
	const go = useNavigate();
	useKey("n", () => void go(assembly), next === undefined);
	useKey("x", () => setLoosens(0), run !== undefined && loosens === undefined);
	useKey("Backspace", takeBack, last !== undefined);
	const submit = (e: FormEvent) => {
		e.preventDefault();
		tick();
	};
	const off = (bolt: number) => run?.flags.some((f) => f.bolt === bolt) ?? false;
	const mark = (bolt: number) =>
		off(bolt) ? "off" : next?.bolt === bolt ? "next" : ticked(next?.step ?? card.steps.length, bolt) ? "done" : "waits";
	return (
		<section className={look.panel} aria-label={runName(card, of)}>
			<Group justify="space-between" align="flex-start">
				<Title order={2} size="h3">
					{runName(card, of)}
				</Title>
				<Button variant="subtle" size="compact-sm" onClick={onEdit}>
					{words.editCard}
				</Button>
			</Group>
			<div className={css.torque}>
				<Bolts
					rows={card.rows}
					columns={card.columns}
					caps={card.group === "main"}
					mark={mark}
					text={String}
					label={words.plan(cardName(card))}
					name={(bolt) => words.boltAt(bolt, BOLT_SAYS[mark(bolt)])}
					onTap={(bolt) => {
						if (bolt === next?.bolt) tick();
						else if (card.steps.some((_, i) => ticked(i + 1, bolt))) setLoosens(bolt);
					}}
				/>
				<form onSubmit={submit} className={css.now}>
					<div className={css.huge} aria-live="polite" data-testid="next">
						{next ? words.next(next.bolt, next.step, card.steps.length) : words.allTight}
					</div>
					{step ? <div className={css.huge}>{stepWord(step)}</div> : null}
					{step?.angle ? (
						<TextInput
							label={words.reached}
							inputMode="decimal"
							autoFocus
							size="lg"
							value={typed}
							error={wrong || undefined}
							rightSection={<span className={look.soft}>{wordOf("torque", card.unit)}</span>}
							rightSectionWidth={60}
							onChange={(e) => setTyped(e.currentTarget.value)}
						/>
					) : null}
					{next ? (
						<Button type="submit" size="xl" fullWidth rightSection={<kbd>⏎</kbd>}>
							{words.tick(next.bolt)}
						</Button>
					) : null}
					{next ? null : (
						<Button component={Link} to={assembly} size="lg" rightSection={<kbd>n</kbd>}>
							{words.backToAssembly}
						</Button>
					)}
					<div className={look.soft}>{words.begunBy(done, all)}</div>
					{run ? null : (
						<SegmentedControl
							aria-label={words.purpose}
							value={stays ? "stay" : "measure"}
							onChange={(v) => setStays(v === "stay")}
							data={[
								{ value: "stay", label: words.toStay },
								{ value: "measure", label: words.toMeasure },
							]}
						/>
					)}
					{run && loosens !== undefined ? (
						<Loosening {...props} bolt={loosens} ticks={done} onDone={() => setLoosens(undefined)} />
					) : (
						<Undoing latest={latest} view={view} last={last} onUndo={takeBack} onLoosen={run && (() => setLoosens(0))} />
					)}
				</form>
			</div>
			<Flags run={run} onLoosen={setLoosens} />
			<Rules card={card} system={job.job.unit} stays={run?.stays} />
			<BoltTable {...props} ticked={(bolt) => card.steps.some((_, i) => ticked(i + 1, bolt))} onLoosen={setLoosens} />
		</section>
	);
}

const BOLT_SAYS = { done: words.boltDone, next: words.boltNext, waits: words.boltWaits, off: words.boltOff };

function Flags({ run, onLoosen }: { run: TorqueRun | undefined; onLoosen: (bolt: number) => void }) {
	return (
		<>
			{(run?.flags ?? []).map((f) => (
				<Alert key={f.bolt} color="red" variant="light" mt="sm">
					<Group justify="space-between">
						<b className={css.large}>
							{(f.low ? words.flagLow : words.flagHigh)(f.bolt, torqueWord(f.torque), torqueWord(f.middle))}
						</b>
						<Button variant="default" onClick={() => onLoosen(f.bolt)}>
							{words.loosenBolt(f.bolt)}
						</Button>
					</Group>
				</Alert>
			))}
		</>
	);
}

function Rules({ card, system, stays }: { card: TorqueCard; system: "in" | "mm"; stays: boolean | undefined }) {
	const rules = [
		card.uses ? words.usesRule(card.uses) : "",
		card.longest === undefined ? "" : words.longestRule(show(card.longest, system)),
		card.new ? words.newRule : "",
	].filter(Boolean);
	const lines: [string, string][] = [
		[words.steps, stepsText(card.steps).concat(` (${wordOf("torque", card.unit)})`)],
		[words.lubricant, [card.lubricant, card.where].filter(Boolean).join(", ")],
		[words.reuse, rules.join("; ") || words.noRule],
		[words.source, card.source ?? ""],
		[words.purpose, stays === undefined ? "" : stays ? words.toStay : words.toMeasure],
	];
	return (
		<dl className={css.rules}>
			{lines
				.filter(([, text]) => text !== "")
				.map(([name, text]) => (
					<div key={name}>
						<dt>{name}</dt>
						<dd>{text}</dd>
					</div>
				))}
		</dl>
	);
}

/** What is known of each bolt: how often it was tightened, how long it is, whether it is new. */
function BoltTable({
	job,
	view,
	build,
	card,
	of,
	ticked,
	onLoosen,
}: RunningProps & { ticked: (bolt: number) => boolean; onLoosen: (bolt: number) => void }) {
	const system = job.job.unit;
	const bolts = sequenceOf(view, card.key)
		.slice()
		.sort((a, b) => a - b);
	const state = (bolt: number) => view.bolts.find((b) => b.card === card.key && b.of === of && b.bolt === bolt);
	const say = (bolt: number, more: { new?: boolean; uses?: number; length?: number }) =>
		build.act({ what: "bolt", card: card.key, run: of, bolt, ...more });
	return (
		<details className={css.details}>
			<summary>{words.bolts}</summary>
			<div className={look.scroll}>
				<Table>
					<Table.Thead>
						<Table.Tr>
							<Table.Th>{words.boltRow}</Table.Th>
							<Table.Th>{words.usesSoFar}</Table.Th>
							<Table.Th>{`${words.length}, ${system}`}</Table.Th>
							<Table.Th />
						</Table.Tr>
					</Table.Thead>
					<Table.Tbody>
						{bolts.map((bolt) => (
							<Table.Tr key={bolt}>
								<Table.Th scope="row">{bolt}</Table.Th>
								<Table.Td>
									<NumberInput
										aria-label={`${words.usesSoFar}, ${bolt}`}
										size="xs"
										w={90}
										min={0}
										max={100}
										value={state(bolt)?.uses ?? 0}
										onBlur={(e) => {
											const uses = Number(e.currentTarget.value);
											if (uses !== (state(bolt)?.uses ?? 0)) say(bolt, { uses });
										}}
									/>
								</Table.Td>
								<Table.Td>
									<TextInput
										aria-label={words.boltLength(bolt)}
										size="xs"
										w={110}
										defaultValue={state(bolt)?.length === undefined ? "" : show(state(bolt)?.length ?? 0, system)}
										onBlur={(e) => {
											const parsed = parse(e.currentTarget.value, system);
											if (parsed.ok && parsed.length !== state(bolt)?.length) say(bolt, { length: parsed.length });
										}}
									/>
								</Table.Td>
								<Table.Td>
									<Button
										size="compact-sm"
										variant={state(bolt)?.new ? "light" : "default"}
										onClick={() => say(bolt, { new: true })}
									>
										{words.fresh(bolt)}
									</Button>
									{ticked(bolt) ? (
										<Button size="compact-sm" variant="default" ml="xs" onClick={() => onLoosen(bolt)}>
											{words.loosenBolt(bolt)}
										</Button>
									) : null}
								</Table.Td>
							</Table.Tr>
						))}
					</Table.Tbody>
				</Table>
			</div>
		</details>
	);
}
