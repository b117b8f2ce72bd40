import { Button, Group, NumberInput, Stack, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { cabinetQuery, type Instrument, useInstrument } from "../../api/gauges";
import { newId } from "../../api/id";
import { lasting, read } from "../../api/storage";
import look from "../../look/look.module.css";
import { type Length, show } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { Warned } from "../../ui/Warned";
import { gaugesWords as words } from "../../words/gauges";
import { placeWords } from "../../words/places";
import { Preview } from "./Doubts";
import { readingOf, unlikely, wild } from "./entry";
import css from "./gauges.module.css";
import { StudyLine } from "./StudyLine";
import { drawn, nextOf, ofPart, type Run, readings, soFar, withReading } from "./study-run";

/** A repeatability study, read in an order drawn at random and blind. */
export function StudyPlace() {
	const { instrument } = useParams();
	return (
		<Load query={useQuery(cabinetQuery)}>
			{(list) => {
				const one = list.find((i) => i.id === instrument);
				return (
					<>
						<Bar
							trail={[
								{ text: placeWords.shop, to: "/" },
								{ text: words.cabinet, to: "/gauges" },
								{ text: one?.facts.name ?? "", to: `/gauges/${instrument}` },
								{ text: words.study },
							]}
						/>
						<main className={look.page}>
							<Title order={1}>{words.study}</Title>
							{one ? <Studying key={one.id} instrument={one} /> : null}
						</main>
					</>
				);
			}}
		</Load>
	);
}

/** What is under way outlives the page and the browser. */
const keyOf = (id: string) => `ledge.study.${id}`;

function Studying({ instrument }: { instrument: Instrument }) {
	const key = keyOf(instrument.id);
	const [run, setRun] = useState(() => read<Run>(lasting, key));
	const keep = (next: Run | undefined) => {
		if (next) lasting.set(key, JSON.stringify(next));
		else lasting.remove(key);
		setRun(next);
	};
	return run ? (
		<Reading instrument={instrument} run={run} onChange={keep} />
	) : (
		<Begin onBegin={(hands, parts, trials) => keep(drawn(newId(), hands, parts, trials))} />
	);
}

function Begin({ onBegin }: { onBegin: (hands: string[], parts: number, trials: number) => void }) {
	const [hands, setHands] = useState("");
	const [parts, setParts] = useState(10);
	const [trials, setTrials] = useState(3);
	const [wrong, setWrong] = useState("");
	return (
		<form
			onSubmit={(e) => {
				e.preventDefault();
				const names = hands
					.split(/[,;]/)
					.map((n) => n.trim())
					.filter(Boolean);
				if (names.length === 0) return setWrong(words.needed);
				onBegin(names, parts, trials);
			}}
		>
			<Stack gap="sm" maw={520} mt="sm">
				<TextInput
					label={words.hands}
					value={hands}
					error={wrong || undefined}
					onChange={(e) => setHands(e.currentTarget.value)}
				/>
				<Group grow>
					<NumberInput label={words.parts} min={1} max={10} value={parts} onChange={(v) => setParts(Number(v) || 1)} />
					<NumberInput label={words.trials} min={2} max={10} value={trials} onChange={(v) => setTrials(Number(v) || 2)} />
				</Group>
				<p className={`${look.soft} ${look.flush}`}>{words.blind}</p>
				<Group>
					<Button type="submit" size="lg">
						{words.begin}
					</Button>
				</Group>
			</Stack>
		</form>
	);
}

function Reading({ instrument, run, onChange }: { instrument: Instrument; run: Run; onChange: (run: Run | undefined) => void }) {
	const { unit } = instrument.facts;
	const save = useInstrument(instrument.id);
	const go = useNavigate();
	const [typed, setTyped] = useState("");
	const [wrong, setWrong] = useState("");
	const at = nextOf(run);
	const next = at === undefined ? undefined : run.order[at];
	const before = next ? ofPart(run, next.part) : [];
	const meant = readingOf(typed, instrument.facts, before);
	/** What was asked about; the same again says yes. */
	const [asked, setAsked] = useState<Length>();
	const take = (size: Length) => {
		if (at === undefined) return;
		const question = unlikely(size, instrument.facts, before);
		if (question && asked !== size) {
			setAsked(size);
			return setWrong(question);
		}
		setAsked(undefined);
		setWrong("");
		setTyped("");
		onChange(withReading(run, at, size));
	};
	const submit = (e: FormEvent) => {
		e.preventDefault();
		if (meant.kind === "size") take(meant.length);
		else setWrong(meant.kind === "empty" ? words.wrongNumber : meant.sentence);
	};
	const last = run.taken.findLastIndex((size) => size !== null);
	const [sure, setSure] = useState(false);
	const apart = wild(instrument.facts, readings(run).flat());
	const [until, setUntil] = useState("");
	const found = { what: "studied" as const, hands: run.hands, study: readings(run) };
	const finish = () =>
		save.mutate(
			{ id: run.id, ...found, until },
			{
				onSuccess: () => {
					onChange(undefined);
					void go(`/gauges/${instrument.id}`);
				},
			},
		);
	return (
		<Stack gap="md" mt="sm" maw={640}>
			<div className={look.soft}>{words.ofAll(soFar(run).length, run.order.length)}</div>
			{next ? (
				<form onSubmit={submit}>
					<div className={css.huge} aria-live="polite" data-testid="study">
						{words.next(run.hands[next.hand] ?? "", next.part + 1)}
					</div>
					<Group align="flex-end">
						<TextInput
							aria-label={words.next(run.hands[next.hand] ?? "", next.part + 1)}
							size="xl"
							autoFocus
							inputMode="decimal"
							autoComplete="off"
							value={typed}
							error={wrong || undefined}
							description={meant.kind === "size" ? `${show(meant.length, unit)} ${unit}` : " "}
							inputWrapperOrder={["input", "description", "error"]}
							onChange={(e) => {
								setTyped(e.currentTarget.value);
								setWrong("");
								setAsked(undefined);
							}}
						/>
						<Button type="submit" size="xl" rightSection={<kbd>⏎</kbd>}>
							{words.take}
						</Button>
					</Group>
					<StudyLine instrument={instrument} onTook={take} />
				</form>
			) : null}
			<Failed error={save.error} />
			{last >= 0 ? (
				<Group gap="xs" role="group" aria-label={words.readSoFar}>
					{soFar(run).map(({ at: place, part, size }) => (
						<Button
							key={place}
							size="compact-sm"
							variant="default"
							aria-label={words.removeReading(show(size, unit))}
							rightSection="×"
							onClick={() => onChange(withReading(run, place, null))}
						>
							<span className={look.figure}>
								{part + 1}: {show(size, unit)}
							</span>
						</Button>
					))}
				</Group>
			) : null}
			<Group>
				{last >= 0 ? (
					<Button variant="default" onClick={() => onChange(withReading(run, last, null))}>
						{words.takeBack}
					</Button>
				) : null}
				<Button variant="subtle" color="red" onClick={() => onChange(undefined)}>
					{words.giveUp}
				</Button>
			</Group>
			{/* Last, so that nothing moves away under a pointer while it is worked out. */}
			{next ? null : (
				<>
					<Preview instrument={instrument.id} deed={found} />
					<TextInput
						w={260}
						label={words.holdsUntil}
						type="date"
						value={until}
						onChange={(e) => setUntil(e.currentTarget.value)}
					/>
					{apart && !sure ? (
						<Warned>
							{words.wild(apart)}{" "}
							<Button variant="default" onClick={() => setSure(true)}>
								{words.saveAllTheSame}
							</Button>
						</Warned>
					) : (
						<Button size="xl" onClick={finish} loading={save.isPending}>
							{words.finish}
						</Button>
					)}
				</>
			)}
		</Stack>
	);
}
