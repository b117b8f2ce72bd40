import { Alert, Button, Group, Title } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { type ReactNode, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Cell, FeatureView, JobView } from "../../api/client";
import { queue } from "../../api/queue";
import { rowOf } from "../../api/table";
import {
	columnCount,
	degrees,
	findingOf,
	gaugeFor,
	isBore,
	liveReadings,
	pathIn,
	placeOf,
	rings,
	taken,
	zeroUp,
} from "../../api/view";
import { Bar } from "../../app/Bar";
import { usePerson } from "../../app/person";
import { Section } from "../../drawing/Section";
import { SideView } from "../../drawing/SideView";
import { Spot } from "../../drawing/Spot";
import { other, type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { gaugeText } from "../../words/gauge";
import { placeWords } from "../../words/places";
import { deviation, restWord } from "../../words/rest";
import { LOOK_SHORT, stateWord } from "../../words/trade";
import { BenchDialogs, type DialogName } from "./BenchDialogs";
import { CellTable } from "./CellTable";
import { digitsShown } from "./digits-shown";
import { FittedShells } from "./FittedShells";
import { Measures } from "./Measures";
import { expectedWith, freeze, meaningOn } from "./meaning-on";
import { cellName, handMove, nextCell, sameCell, stepCell } from "./moves";
import { benchPath, nextFeature } from "./next-feature";
import { Reminders } from "./Reminders";
import { Tape } from "./Tape";
import { useDraft } from "./use-draft";
import { useFirstKeys } from "./use-first-keys";
import { type Taken, useTaker } from "./use-taker";

/** The bench for one feature. Works from the keyboard or a number pad alone, and by touch. */
export function Bench({ view, feature, rail }: { view: JobView; feature: FeatureView; rail: ReactNode }) {
	const go = useNavigate();
	const person = usePerson();
	const job = view.job;
	const [system, setSystem] = useLocalStorage<System>({
		key: `ledge.unit.${job.id}`,
		defaultValue: job.unit,
		getInitialValueInEffect: false,
	});
	const [order, setOrder] = useLocalStorage<"station" | "direction">({
		key: "ledge.path",
		defaultValue: "station",
		getInitialValueInEffect: false,
	});
	const path = order === "station" ? feature.by_station : feature.by_direction;
	const place = { job: job.id, ...placeOf(feature) };
	const { at, setAt, typed, setTyped } = useDraft(
		place,
		() => path.find((c) => liveReadings(feature, c).length === 0) ?? path[0] ?? { station: 0, direction: 0 },
	);
	const [hint, setHint] = useState("");
	const [repeat, setRepeat] = useState(false);
	const [dialog, setDialog] = useState<DialogName>();
	const input = useRef<HTMLInputElement>(null);
	const taker = useTaker(place, person.name || "somebody");
	const { trouble } = taker;

	// A refused entry comes back to its cell with its text.
	const [seenTrouble, setSeenTrouble] = useState<string>();
	if (trouble?.entry.id !== seenTrouble) {
		setSeenTrouble(trouble?.entry.id);
		if (trouble) {
			const { cell } = trouble.entry;
			if (cell.station < feature.stations.length && cell.direction < columnCount(feature)) setAt(cell);
			setTyped(trouble.entry.typed);
			setRepeat(trouble.entry.repeat);
			setHint("");
		}
	}

	const finding = findingOf(view, feature);
	const gauge = gaugeFor(view, feature.kind);
	const turning = feature.kind === "runout";
	const sized = feature.quantity === "size";
	const listed = feature.columns !== undefined;
	const wears = ["journal", "bore"].includes(rowOf(feature.kind).role);
	const plainDigits = sized && (gauge === undefined || gauge.mode === "direct");
	const signed = feature.quantity === "dial" || gauge?.mode === "divisions" || gauge?.mode === "length";
	const expected = expectedWith(feature, taker.waiting);
	const m = meaningOn({ ...feature, expected }, typed, gauge, system);
	const shown = plainDigits ? digitsShown(typed, expected, system) : { ghost: "", typed };
	const waitingCells = taker.waiting.map((w) => w.cell);
	const next = nextCell(feature, path, at, waitingCells);
	const here = liveReadings(feature, at);
	const done = taken(feature) === path.length;
	const following = nextFeature(view, feature);

	const move = (cell: Cell) => {
		setAt(cell);
		setRepeat(false);
		setTyped("");
		setHint("");
		taker.forget();
	};
	const advance = () => {
		setTyped("");
		setHint("");
		setRepeat(false);
		if (next) setAt(next);
	};
	/** Keeps an entry as it is seen now, and goes on to the next place; what could not be kept stays where it was typed. */
	const take = (entered: Omit<Taken, "reading">, value?: number) => {
		const reading = freeze(feature, entered, value, taker.waiting);
		if (taker.take({ ...entered, reading })) advance();
	};
	const enter = () => {
		if (typed === "") {
			const last = [...feature.tape].reverse().find((r) => r.superseded_by === undefined && r.what === "size");
			if (here.length === 0 && last) setAt({ station: last.station, direction: last.direction });
			if (here.length > 0 || last) setRepeat(true);
			return;
		}
		const confirmed = trouble?.canConfirm === true && trouble.entry.typed === typed && sameCell(trouble.entry.cell, at);
		// What is confirmed is what was entered and asked about, whatever the same digits would mean by now.
		if (confirmed && trouble?.entry.reading?.value !== undefined) {
			const { cell, repeat, gauge } = trouble.entry;
			take({ cell, typed, system, repeat, unusual: true, gauge }, trouble.entry.reading.value);
			return;
		}
		if (m.kind === "more" || m.kind === "wrong") {
			setHint(m.sentence);
			return;
		}
		if (m.kind === "size") take({ cell: at, typed, system, repeat, unusual: confirmed, gauge }, m.length);
	};
	const back = () => {
		const i = path.findIndex((c) => sameCell(c, at));
		const before = path[Math.max(0, i - 1)];
		if (before) move(before);
	};
	const open = (which: DialogName) => {
		input.current?.blur(); // the dialog's number keys are not digits of a reading
		setDialog(which);
	};
	const press = (key: string): boolean => {
		if (key === "Enter") enter();
		else if (key === "Escape") move(at);
		else if ((key === "Backspace" || (key === "-" && !signed)) && typed === "") back();
		else if (key.startsWith("Arrow")) move(stepCell(feature, at, key));
		else if (key === "s" || key === "/") open("skip");
		else if (key === "l" || key === "*") open("look");
		else if (key === "u" || (key === "+" && !signed)) setSystem(other(system));
		else if (key === "p") setOrder(order === "station" ? "direction" : "station");
		else if (key === "n" && following)
			void go(benchPath(view, following), { flushSync: true }); // what is typed next is meant for the next part
		else if (key === "g") open("gauge");
		else if (key === "z") open("zero");
		else if (key === "c") open("condition");
		else if (key === "e") open("state");
		else if (key === "a" && !listed) open("place");
		else if (key === "w" && wears) open("unworn");
		else if (key === "?") open("help");
		else return key.length === 1 && !/[\d., +-]/.test(key);
		return true;
	};
	useFirstKeys(input, !person.asking, dialog === undefined, press, (text) => setTyped((before) => before + text));
	const closeDialog = () => {
		setDialog(undefined);
		input.current?.focus();
	};
	const table = (
		<CellTable
			feature={feature}
			at={at}
			system={system}
			waiting={taker.waiting}
			onPick={(cell) => {
				move(cell);
				input.current?.focus();
			}}
		/>
	);
	const sentence = trouble ? trouble.sentence : hint;
	const bore = isBore(feature.kind);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: pathIn(view) }, { text: feature.title }]}>
				<Small text={stateWord(feature.state)} onClick={() => open("state")} />
				<Small text={gaugeText(feature, gauge, system)} onClick={() => open("gauge")} />
				<SavedWord waiting={taker.unsaved} away={taker.away} others={taker.others} />
			</Bar>
			<div className="columns bench">
				<div className="rail">{rail}</div>
				<main>
					<Group justify="space-between" align="baseline">
						<Title order={1} size="h2">
							{benchWords.reading(feature.title, cellName(feature, at), repeat)}
						</Title>
						<span className="soft">
							{done
								? benchWords.everyPlaceRead
								: benchWords.readingOf(Math.min(taken(feature) + taker.waiting.length + 1, path.length), path.length)}
						</span>
					</Group>
					<Reminders view={view} feature={feature} gauge={gauge} system={system} onZero={() => open("zero")} />
					{taker.ungraded ? (
						<Alert color="orange" variant="light" p="xs" styles={{ message: { color: "var(--ink)" } }}>
							{taker.ungraded.trouble?.sentence}{" "}
							<Button
								size="compact-sm"
								variant="default"
								onClick={() => {
									queue.remove(taker.ungraded?.id ?? "");
									open("look");
								}}
							>
								{benchWords.lookAgain}
							</Button>
						</Alert>
					) : null}
					{listed && !turning ? (
						<Spot
							kind={feature.kind}
							shape={rowOf(feature.kind).shape}
							lines={feature.stations}
							line={at.station}
							column={at.direction}
							count={job.cylinders / (job.arrangement === "inline" ? 1 : 2)}
							title={benchWords.whereTheGaugeGoesFor(cellName(feature, at))}
						/>
					) : (
						<div style={{ display: "grid", gridTemplateColumns: "minmax(0, 3fr) minmax(0, 2fr)", alignItems: "center" }}>
							<Section
								rings={turning ? [{ directions: degrees(feature), diameters: [] }] : rings(feature)}
								oneSided={turning}
								stations={feature.stations}
								direction={degrees(feature)[at.direction]}
								station={at.station}
								bore={bore}
								zeroUp={zeroUp(feature.kind)}
								title={benchWords.sectionOfWithTheGaugeAt(feature.title, degrees(feature)[at.direction])}
							/>
							<SideView
								stations={feature.stations}
								station={at.station}
								bore={bore}
								upright={feature.kind === "cylinder"}
								next={handMove(feature, at, next)}
								title={benchWords.whereAlong(feature.title)}
							/>
						</div>
					)}
					<div className="entry">
						<span className="figure digits" aria-hidden="true">
							<span className="ghost">{shown.ghost}</span>
							{shown.typed}
							<span className="caret" />
						</span>
						<input
							ref={input}
							aria-label={benchWords.readingAt(cellName(feature, at))}
							aria-describedby="means"
							aria-invalid={sentence !== ""}
							inputMode="decimal"
							autoComplete="off"
							disabled={job.closed_at !== undefined}
							value={typed}
							onChange={(e) => {
								setTyped(e.currentTarget.value.replace(/[^\d., +-]/g, ""));
								setHint("");
							}}
							onKeyDown={(e) => {
								if (!e.ctrlKey && !e.metaKey && !e.altKey && press(e.key)) e.preventDefault();
							}}
						/>
					</div>
					<div id="means" aria-live="polite" style={{ minHeight: 60, padding: "6px 2px" }}>
						{taker.full ? (
							<Alert color="red" variant="filled" p="xs" role="alert">
								{taker.full}
							</Alert>
						) : job.closed_at ? (
							<Alert color="orange" variant="light" p="xs" styles={{ message: { color: "var(--ink)", fontSize: "1.05rem" } }}>
								{benchWords.thisJobIsClosedNothingMore}{" "}
								<Link to={`/jobs/${job.id}/report`}>{benchWords.takeItBackIntoTheShop}</Link>
							</Alert>
						) : sentence ? (
							<Alert color="orange" variant="light" p="xs" styles={{ message: { color: "var(--ink)", fontSize: "1.05rem" } }}>
								{sentence} {trouble?.canConfirm ? <b>{benchWords.enterTakesItAsItIs}</b> : null}
							</Alert>
						) : (
							<Group justify="space-between" wrap="nowrap" align="flex-start" style={{ fontSize: "1.1rem" }}>
								<span>
									{m.kind === "size"
										? [
												plainDigits ? "" : feature.quantity === "weight" ? "" : `${show(m.length, system)} ${system}`,
												deviation(view, feature, m.length, system, gauge),
											]
												.filter(Boolean)
												.join(", ")
										: restWord(feature, here.length > 0, repeat, done, gauge, system)}
								</span>
								<span className="figure soft">
									{feature.quantity === "weight"
										? "g"
										: m.kind === "size"
											? `${show(m.length, other(system))} ${other(system)}`
											: system}
								</span>
							</Group>
						)}
					</div>
					{listed && !turning ? null : table}
					{feature.kind.endsWith("_bearing") ? <FittedShells view={view} feature={feature} /> : null}
					{done && following ? (
						<Group mt="md">
							<Button size="md" component={Link} to={benchPath(view, following)}>
								{benchWords.next(following.title)}
								<kbd style={{ marginLeft: 10 }}>n</kbd>
							</Button>
							{listed ? null : (
								<Button
									size="md"
									variant="default"
									component={Link}
									to={pathIn(view, `features/${feature.kind}/${feature.number}`)}
								>
									{benchWords.seeItsForm}
								</Button>
							)}
						</Group>
					) : null}
				</main>
				<aside aria-label={benchWords.whatItMeans}>
					{listed && !turning ? <div style={{ marginBottom: 16 }}>{table}</div> : null}
					<Measures view={view} feature={feature} finding={finding} system={system} />
					<Group gap="xs" my="sm">
						{listed && !turning ? null : (
							<Button variant="default" onClick={() => open("look")}>
								{benchWords.graded(feature.look ? LOOK_SHORT[feature.look] : undefined)}
							</Button>
						)}
						<Button variant="default" onClick={() => open("skip")}>
							{benchWords.skipWithReason}
						</Button>
					</Group>
					{feature.blind ? <p className="soft">{benchWords.thisPlanCannotSee(feature.blind)}</p> : null}
					<Tape feature={feature} gauges={view.gauges} system={system} />
				</aside>
			</div>
			<footer className="bar keys" style={{ borderTop: "1px solid var(--scribe)", borderBottom: 0 }}>
				<Key k="digits ⏎" text={benchWords.take} />
				<Key k="⏎" text={benchWords.repeat} />
				<Key k="⌫" text={benchWords.stepBack} />
				<Key k="← → ↑ ↓" text={benchWords.move} />
				<Key k="s" text={benchWords.skip} />
				<Key k="l" text={benchWords.look2} />
				<Key k="g" text={benchWords.gauge} />
				<Key k="z" text={benchWords.zeroChecked} />
				<Key k="c" text={benchWords.conditions} />
				<Key k="e" text={benchWords.state} />
				{listed ? null : <Key k="a" text={benchWords.addAPlace} />}
				{wears ? <Key k="w" text={benchWords.unwornSize} /> : null}
				<Key k="u" text={other(system)} />
				{listed ? null : <Key k="p" text={order === "station" ? benchWords.goByDirection : benchWords.goByStation} />}
				{following ? <Key k="n" text={benchWords.nextPart} /> : null}
				<Key k="?" text={benchWords.help} />
			</footer>
			<BenchDialogs
				name={dialog}
				view={view}
				feature={feature}
				gauge={gauge}
				system={system}
				at={at}
				by={person.name || "somebody"}
				onClose={closeDialog}
				onSkip={(reason) => {
					closeDialog();
					take({ cell: at, typed: "", system, repeat: false, unusual: false, reason });
				}}
			/>
		</>
	);
}

function Key({ k, text }: { k: string; text: string }) {
	return (
		<span>
			<kbd>{k}</kbd>
			{text}
		</span>
	);
}

function SavedWord({ waiting, away, others }: { waiting: number; away: boolean; others: string[] }) {
	if (others.length > 0)
		return <b style={{ color: "var(--beyond)" }}>{benchWords.entriesOfWaitForTheirSign(others.join(", "))}</b>;
	if (away) return <b style={{ color: "var(--beyond)" }}>{benchWords.notConnectedHere(waiting)}</b>;
	return (
		<span className="soft" aria-live="polite">
			{waiting > 0 ? "saving…" : "saved"}
		</span>
	);
}

function Small({ text, onClick }: { text: string; onClick: () => void }) {
	return (
		<Button variant="default" size="compact-md" onClick={onClick}>
			{text}
		</Button>
	);
}
