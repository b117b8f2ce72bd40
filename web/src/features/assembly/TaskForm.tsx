import { Button, Group, SegmentedControl, Select, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { standingRun } from "../../api/assembly";
import type { AssemblyEvent, AssemblyTask, AssemblyView } from "../../api/client";
import { choicesOf, wordOf } from "../../api/table";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { useKey } from "../../ui/use-key";
import { torqueWord, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import type { Shown } from "./Frame";
import { countOf, gapOf, torqueOf } from "./typed";
import type { Doing } from "./use-build";

interface TaskProps extends Shown {
	task: AssemblyTask;
	onDo: (e: Doing) => void;
}

/** What a task asks of the hands, and how it is told. */
export function TaskForm(props: TaskProps) {
	const { task } = props;
	return (
		<Stack gap="sm" mt="sm">
			{task.what === "cap" ? <CapForm {...props} /> : null}
			{task.what === "tighten" ? <CardLink {...props} /> : null}
			{task.what === "turn" ? <TurnForm {...props} /> : null}
			{task.what === "ring" ? <RingForm {...props} /> : null}
			{task.what === "rod" ? <RodForm {...props} /> : null}
			{task.what === "final" ? <FinalForm {...props} /> : null}
			<DoneBy {...props} />
		</Stack>
	);
}

/** Who did it, to be taken back. */
function DoneBy({ view, task, build }: TaskProps) {
	const put = putOf(view, task);
	if (!put) return null;
	return (
		<Group>
			<span className={look.soft}>{words.inBy(put.by)}</span>
			<Button size="compact-sm" variant="subtle" onClick={() => build.act({ what: "take_back", of: put.event })}>
				{words.takeBack}
			</Button>
		</Group>
	);
}

function putOf(view: AssemblyView, t: AssemblyTask): { event: string; by: string } | undefined {
	const cylinder = view.cylinders.find((c) => c.number === t.number);
	if (t.what === "cap") return view.caps.find((p) => p.number === t.number);
	if (t.what === "ring") return cylinder?.rings[t.ring ?? "top"];
	if (t.what === "rod") return cylinder?.in;
	if (t.what === "turn") return view.turns.find((p) => p.pair === t.number);
	return undefined;
}

/** A number that is read off a part. */
function NumberField(props: { label: string; value: string; onChange: (text: string) => void; autoFocus?: boolean }) {
	return (
		<TextInput
			label={props.label}
			size="xl"
			w={170}
			inputMode="numeric"
			autoComplete="off"
			autoFocus={props.autoFocus}
			value={props.value}
			onChange={(e) => props.onChange(e.currentTarget.value.replace(/\D/g, ""))}
		/>
	);
}

function CapForm({ task, onDo }: TaskProps) {
	const [cap, setCap] = useState("");
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const number = countOf(cap);
		if (number) onDo({ what: "cap", number: task.number, cap: number });
		setCap("");
	};
	return (
		<form onSubmit={submit}>
			<Group align="flex-end">
				<NumberField label={words.capNumber} value={cap} onChange={setCap} autoFocus />
				<Button type="submit" size="xl" rightSection={<kbd>⏎</kbd>}>
					{words.putOn}
				</Button>
			</Group>
		</form>
	);
}

function CardLink({ job, view, task }: TaskProps) {
	const go = useNavigate();
	const to = task.card
		? `/jobs/${job.job.id}/torque/${encodeURIComponent(task.card)}/${task.number}`
		: `/jobs/${job.job.id}/torque`;
	const run = task.card ? standingRun(view, task.card, task.number) : undefined;
	useKey("Enter", () => void go(to));
	return (
		<>
			{task.card ? null : <p className={look.flush}>{words.noCardFor}</p>}
			{run ? (
				<span className={look.soft}>{run.done ? words.allTight : words.next(run.bolt, run.step, (run.ticks ?? []).length)}</span>
			) : null}
			<Button component={Link} to={to} size="xl" rightSection={<kbd>⏎</kbd>}>
				{words.openCard}
			</Button>
		</>
	);
}

function TurnForm({ job, view, task, onDo }: TaskProps) {
	const unit = view.plan.cards[0]?.unit ?? (job.job.unit === "in" ? "lb_ft" : "N_m");
	const [typed, setTyped] = useState("");
	const [wrong, setWrong] = useState("");
	const before = view.turns.filter((t) => t.pair < task.number && t.torque).at(-1);
	const turned = (tight: boolean) => {
		const torque = typed.trim() === "" ? undefined : torqueOf(typed, unit);
		if (torque === null) return setWrong(words.reachedWrong);
		onDo({ what: "turn", number: task.number, torque, tight: tight || undefined });
	};
	return (
		<form
			onSubmit={(e) => {
				e.preventDefault();
				turned(false);
			}}
		>
			<Group align="flex-end">
				<TextInput
					label={words.tookTorque}
					size="xl"
					inputMode="decimal"
					autoFocus
					autoComplete="off"
					value={typed}
					error={wrong || undefined}
					rightSection={<span className={look.soft}>{wordOf("torque", unit)}</span>}
					rightSectionWidth={60}
					onChange={(e) => setTyped(e.currentTarget.value)}
				/>
				<Button type="submit" size="xl" rightSection={<kbd>⏎</kbd>}>
					{words.turnsFree}
				</Button>
				<Button size="xl" variant="default" color="red" onClick={() => turned(true)}>
					{words.isTight}
				</Button>
			</Group>
			{before?.torque ? <div className={look.soft}>{torqueWord(before.torque)}</div> : null}
		</form>
	);
}

function RingForm({ view, task, onDo }: TaskProps) {
	const ring = task.ring ?? "top";
	const marked = view.plan.marked?.includes(ring) ?? false;
	const put = (way: "up" | "down" | "plain") => onDo({ what: "ring", number: task.number, ring, way });
	useKey("u", () => put("up"));
	useKey("d", () => put("down"));
	useKey("Enter", () => put("plain"), !marked);
	return (
		<Group>
			<Button size="xl" variant={marked ? "filled" : "default"} rightSection={<kbd>u</kbd>} onClick={() => put("up")}>
				{words.markUp}
			</Button>
			<Button size="xl" variant="default" rightSection={<kbd>d</kbd>} onClick={() => put("down")}>
				{words.markDown}
			</Button>
			{marked ? null : (
				<Button size="xl" rightSection={<kbd>⏎</kbd>} onClick={() => put("plain")}>
					{words.noMark}
				</Button>
			)}
		</Group>
	);
}

const FIELDS = ["piston", "rod", "cap"] as const;

function RodForm({ job, view, task, onDo }: TaskProps) {
	const [numbers, setNumbers] = useState({ piston: "", rod: "", cap: "" });
	const [way, setWay] = useState<"" | "front" | "rear">("");
	const [turned, setTurned] = useState(false);
	const form = useRef<HTMLFormElement>(null);
	const digits = String(job.job.cylinders).length;
	const side = view.plan.number_side;
	const labels = { piston: words.pistonNumber, rod: words.rodNumber, cap: words.capNumber };
	const set = (name: (typeof FIELDS)[number], text: string) => {
		setNumbers((n) => ({ ...n, [name]: text }));
		// As many digits as cylinders have lead on by themselves.
		if (text.length >= digits) form.current?.querySelectorAll("input")[FIELDS.indexOf(name) + 1]?.focus();
	};
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const [piston, rod, cap] = FIELDS.map((name) => countOf(numbers[name]) ?? 0);
		const first = FIELDS.findIndex((name) => !countOf(numbers[name]));
		if (first >= 0) return form.current?.querySelectorAll("input")[first]?.focus();
		if (way) onDo({ what: "rod", number: task.number, piston, rod, cap, way, turned: turned || undefined });
	};
	return (
		<form
			ref={form}
			onSubmit={submit}
			onKeyDown={(e) => {
				if (e.key === "f") setWay("front");
				else if (e.key === "r") setWay("rear");
				else return;
				e.preventDefault();
			}}
		>
			<Group align="flex-end">
				{FIELDS.map((name, i) => (
					<NumberField
						key={name}
						label={labels[name]}
						value={numbers[name]}
						onChange={(text) => set(name, text)}
						autoFocus={i === 0}
					/>
				))}
			</Group>
			<Group my="sm">
				<span>{words.markPoints}</span>
				<Button variant={way === "front" ? "filled" : "default"} rightSection={<kbd>f</kbd>} onClick={() => setWay("front")}>
					{words.markFront}
				</Button>
				<Button variant={way === "rear" ? "filled" : "default"} rightSection={<kbd>r</kbd>} onClick={() => setWay("rear")}>
					{words.markRear}
				</Button>
			</Group>
			{side ? (
				<SegmentedControl
					mb="sm"
					value={turned ? "other" : "right"}
					onChange={(v) => setTurned(v === "other")}
					data={[
						{ value: "right", label: words.numbersTo(side) },
						{ value: "other", label: words.otherSide },
					]}
				/>
			) : null}
			<Button type="submit" size="xl" disabled={way === ""} rightSection={<kbd>⏎</kbd>}>
				{words.putIn}
			</Button>
		</form>
	);
}

type How = NonNullable<AssemblyEvent["how"]>;

const usualHow = (kind: string | undefined): How =>
	kind === "rod_side" ? "feeler" : kind === "end_float" || kind === "protrusion" ? "indicator" : "bore_gauge";

function FinalForm({ job, view, task, onDo }: TaskProps) {
	const unit = job.job.unit;
	const final = view.finals.find((f) => f.kind === task.kind && f.number === task.number);
	const [typed, setTyped] = useState("");
	const [how, setHow] = useState<How>(usualHow(task.kind));
	const [wrong, setWrong] = useState("");
	const window = final?.window;
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const value = typed.trim() === "" ? null : finalOf(typed, unit);
		if (value === null) return setWrong(words.wrongNumber);
		onDo({ what: "final", kind: task.kind, number: task.number, value, how });
	};
	return (
		<form onSubmit={submit}>
			<Group align="flex-end">
				<TextInput
					label={`${words.measured}, ${unit}`}
					size="xl"
					inputMode="decimal"
					autoComplete="off"
					autoFocus
					value={typed}
					error={wrong || undefined}
					placeholder={window ? words.within(show(window.min, unit), show(window.max, unit)) : ""}
					onChange={(e) => setTyped(e.currentTarget.value)}
				/>
				<Select
					label={words.how}
					size="md"
					allowDeselect={false}
					data={choicesOf("how")}
					value={how}
					onChange={(h) => setHow((h ?? "bore_gauge") as How)}
				/>
				<Button type="submit" size="xl" rightSection={<kbd>⏎</kbd>}>
					{words.take}
				</Button>
			</Group>
			<div className={`${look.figure} ${css.large}`}>
				{final?.value === undefined ? "" : show(final.value, unit)} {task.wrong ? words.wrong : ""}
			</div>
		</form>
	);
}

/** What is measured last may lie below the deck: a minus is a sign. */
function finalOf(text: string, unit: "in" | "mm"): number | null {
	const clean = text.trim();
	const value = gapOf(clean.replace(/^[-−]/, ""), unit);
	return value !== null && /^[-−]/.test(clean) ? -value : value;
}
