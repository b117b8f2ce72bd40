import { Alert, Button, Group, Title } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { type ReactNode, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Cell, FeatureView, GaugeSetup, JobView } from "../../api/client";
import { degrees, findingOf, isBore, liveReadings, partsOf, rings, taken, zeroUp } from "../../api/view";
import { LOOK_WORD } from "../../api/words";
import { Bar } from "../../app/Bar";
import { usePerson } from "../../app/person";
import { Section } from "../../drawing/Section";
import { SideView } from "../../drawing/SideView";
import { other, type System, show } from "../../quantity/length";
import { CellTable } from "./CellTable";
import { digitsShown } from "./digits-shown";
import { FittedShells } from "./FittedShells";
import { GaugeDialog } from "./GaugeDialog";
import { gaugeText } from "./gauge-text";
import { HelpDialog } from "./HelpDialog";
import { LookDialog } from "./LookDialog";
import { Measures } from "./Measures";
import { cellName, handMove, nextCell, sameCell, stepCell } from "./moves";
import { SkipDialog } from "./SkipDialog";
import { Tape } from "./Tape";
import { meaningOn, useTaker } from "./use-taker";

type Dialog = "skip" | "look" | "gauge" | "help" | undefined;

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
	const [at, setAt] = useState<Cell>(
		() => path.find((c) => liveReadings(feature, c).length === 0) ?? path[0] ?? { station: 0, direction: 0 },
	);
	const [typed, setTyped] = useState("");
	const [hint, setHint] = useState("");
	const [repeat, setRepeat] = useState(false);
	const [dialog, setDialog] = useState<Dialog>();
	const input = useRef<HTMLInputElement>(null);
	const taker = useTaker(job.id, feature.kind, feature.number, person.name || "somebody");
	const { trouble } = taker;

	// A refused entry comes back to its cell with its text.
	const [seenTrouble, setSeenTrouble] = useState(trouble);
	if (trouble !== seenTrouble) {
		setSeenTrouble(trouble);
		if (trouble) {
			setAt(trouble.entry.cell);
			setTyped(trouble.entry.typed);
			setRepeat(trouble.entry.repeat);
			setHint("");
		}
	}

	const finding = findingOf(view, feature);
	const expected = feature.expected;
	const gauge = view.gauges.find((g) => g.kind === feature.kind);
	const turning = feature.kind === "runout";
	const deviating = turning || (gauge !== undefined && gauge.mode !== "direct");
	const m = meaningOn(feature.kind, typed, gauge, expected, system);
	const shown = deviating ? { ghost: "", typed } : digitsShown(typed, expected, system);
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
	const enter = () => {
		if (typed === "") {
			const last = [...feature.tape].reverse().find((r) => r.superseded_by === undefined && r.what === "size");
			if (here.length === 0 && last) setAt({ station: last.station, direction: last.direction });
			if (here.length > 0 || last) setRepeat(true);
			return;
		}
		const confirmed = trouble?.canConfirm === true && trouble.entry.typed === typed && sameCell(trouble.entry.cell, at);
		if (taker.waiting.length === 0 && (m.kind === "more" || m.kind === "wrong")) {
			setHint(m.sentence);
			return;
		}
		taker.take({ cell: at, typed, system, repeat, unusual: confirmed, gauge });
		advance();
	};
	const back = () => {
		const i = path.findIndex((c) => sameCell(c, at));
		const before = path[Math.max(0, i - 1)];
		if (before) move(before);
	};
	const open = (which: Dialog) => {
		input.current?.blur(); // the dialog's number keys are not digits of a reading
		setDialog(which);
	};
	const press = (key: string): boolean => {
		if (key === "Enter") enter();
		else if (key === "Escape") move(at);
		else if ((key === "Backspace" || (key === "-" && !deviating)) && typed === "") back();
		else if (key === "+" && deviating) setTyped(typed.startsWith("-") ? typed.slice(1) : `-${typed}`);
		else if (key.startsWith("Arrow")) move(stepCell(feature, at, key));
		else if (key === "s" || key === "/") open("skip");
		else if (key === "l" || key === "*") open("look");
		else if (key === "u" || key === "+") setSystem(other(system));
		else if (key === "p") setOrder(order === "station" ? "direction" : "station");
		else if (key === "n" && following) void go(benchPath(job.id, following));
		else if (key === "g") open("gauge");
		else if (key === "?") open("help");
		else return key.length === 1 && !/[\d.,-]/.test(key);
		return true;
	};
	const closeDialog = () => {
		setDialog(undefined);
		input.current?.focus();
	};
	const sentence = trouble ? trouble.sentence : hint;
	const bore = isBore(feature.kind);
	return (
		<>
			<Bar trail={[{ text: "Shop", to: "/" }, { text: job.engine, to: `/jobs/${job.id}` }, { text: feature.title }]}>
				<span className="soft">
					{feature.state === "as_found" ? "As found" : feature.state.replaceAll("_", " ")} ·{" "}
					<GaugeButton text={gaugeText(feature, gauge, job.unit)} onClick={() => open("gauge")} />
				</span>
				<SavedWord waiting={taker.waiting.length} away={taker.away} />
			</Bar>
			<div className="columns bench">
				<div className="rail">{rail}</div>
				<main>
					<Group justify="space-between" align="baseline">
						<Title order={1} size="h2">
							{feature.title}: {repeat ? "repeat of " : ""}
							{cellName(feature, at)}
						</Title>
						<span className="soft">
							{done
								? "every place read"
								: `reading ${Math.min(taken(feature) + taker.waiting.length + 1, path.length)} of ${path.length}`}
						</span>
					</Group>
					<div style={{ display: "grid", gridTemplateColumns: "minmax(0, 3fr) minmax(0, 2fr)", alignItems: "center" }}>
						<Section
							rings={turning ? [{ directions: degrees(feature), diameters: [] }] : rings(feature)}
							oneSided={turning}
							stations={feature.stations}
							direction={degrees(feature)[at.direction]}
							station={at.station}
							bore={bore}
							zeroUp={zeroUp(feature.kind)}
							title={`Section of ${feature.title} with the gauge at ${degrees(feature)[at.direction]}°`}
						/>
						<SideView
							stations={feature.stations}
							station={at.station}
							bore={bore}
							upright={feature.kind === "cylinder"}
							next={handMove(feature, at, next)}
							title={`Where along ${feature.title}`}
						/>
					</div>
					<div className="entry">
						<span className="figure digits" aria-hidden="true">
							<span className="ghost">{shown.ghost}</span>
							{shown.typed}
							<span className="caret" />
						</span>
						<input
							ref={input}
							// biome-ignore lint/a11y/noAutofocus: both hands hold the gauge; the bench must take digits at once
							autoFocus
							aria-label={`Reading at ${cellName(feature, at)}`}
							aria-describedby="means"
							aria-invalid={sentence !== ""}
							inputMode="decimal"
							autoComplete="off"
							value={typed}
							onChange={(e) => {
								setTyped(e.currentTarget.value.replace(/[^\d.,-]/g, ""));
								setHint("");
							}}
							onKeyDown={(e) => {
								if (!e.ctrlKey && !e.metaKey && !e.altKey && press(e.key)) e.preventDefault();
							}}
						/>
					</div>
					<div id="means" aria-live="polite" style={{ minHeight: 60, padding: "6px 2px" }}>
						{sentence ? (
							<Alert color="orange" variant="light" p="xs" styles={{ message: { color: "var(--ink)", fontSize: "1.05rem" } }}>
								{sentence} {trouble?.canConfirm ? <b>Enter takes it as it is.</b> : null}
							</Alert>
						) : (
							<Group justify="space-between" style={{ fontSize: "1.1rem" }}>
								<span>
									{m.kind === "size"
										? (deviating ? `${show(m.length, system)} ${system}, ` : "") + deviation(view, feature, m.length, system)
										: turning
											? TURNING
											: restWord(here.length > 0, repeat, done, gauge)}
								</span>
								<span className="figure soft">
									{m.kind === "size" ? `${show(m.length, other(system))} ${other(system)}` : system}
								</span>
							</Group>
						)}
					</div>
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
					{feature.kind.endsWith("_bearing") ? <FittedShells view={view} feature={feature} /> : null}
					{done && following ? (
						<Group mt="md">
							<Button size="md" component={Link} to={benchPath(job.id, following)}>
								Next: {following.title} <kbd style={{ marginLeft: 10 }}>n</kbd>
							</Button>
							{turning ? null : (
								<Button
									size="md"
									variant="default"
									component={Link}
									to={`/jobs/${job.id}/features/${feature.kind}/${feature.number}`}
								>
									See its form
								</Button>
							)}
						</Group>
					) : null}
				</main>
				<aside aria-label="What it means">
					<Measures view={view} feature={feature} finding={finding} system={system} />
					<Group gap="xs" my="sm">
						<Button variant="default" onClick={() => open("look")}>
							Look: {feature.look ? LOOK_WORD[feature.look]?.split(":")[0]?.toLowerCase() : "not graded"}
						</Button>
						<Button variant="default" onClick={() => open("skip")}>
							Skip with reason
						</Button>
					</Group>
					<Tape feature={feature} system={system} />
				</aside>
			</div>
			<footer className="bar keys" style={{ borderTop: "1px solid var(--scribe)", borderBottom: 0 }}>
				<Key k="digits ⏎" text="take" />
				<Key k="⏎" text="repeat" />
				<Key k="⌫" text="step back" />
				<Key k="← → ↑ ↓" text="move" />
				<Key k="s" text="skip" />
				<Key k="l" text="look" />
				<Key k="g" text="gauge" />
				<Key k="u" text={other(system)} />
				<Key k="p" text={order === "station" ? "go by direction" : "go by station"} />
				{following ? <Key k="n" text="next part" /> : null}
				<Key k="?" text="help" />
			</footer>
			<SkipDialog
				opened={dialog === "skip"}
				place={cellName(feature, at)}
				onClose={closeDialog}
				onSkip={(reason) => {
					closeDialog();
					taker.take({ cell: at, typed: "", system, repeat: false, unusual: false, reason });
					advance();
				}}
			/>
			<LookDialog
				opened={dialog === "look"}
				job={job.id}
				feature={feature}
				by={person.name || "somebody"}
				onClose={closeDialog}
			/>
			{dialog === "gauge" ? (
				<GaugeDialog
					opened
					job={job.id}
					feature={feature}
					setup={gauge}
					unit={job.unit}
					by={person.name || "somebody"}
					onClose={closeDialog}
				/>
			) : null}
			<HelpDialog opened={dialog === "help"} feature={feature} onClose={closeDialog} />
		</>
	);
}

const TURNING = "Type the indicator's reading with its sign. Keep fingers clear of the webs.";

function Key({ k, text }: { k: string; text: string }) {
	return (
		<span>
			<kbd>{k}</kbd>
			{text}
		</span>
	);
}

function SavedWord({ waiting, away }: { waiting: number; away: boolean }) {
	if (away) return <b style={{ color: "var(--beyond)" }}>server away: {waiting} waiting</b>;
	return (
		<span className="soft" aria-live="polite">
			{waiting > 0 ? "saving…" : "saved"}
		</span>
	);
}

function restWord(filled: boolean, repeat: boolean, done: boolean, gauge: GaugeSetup | undefined): string {
	if (repeat) return "A repeat joins the readings here; their mean counts.";
	if (filled) return "Typing replaces the reading here; Enter on nothing repeats it.";
	if (done) return "Every place has been read.";
	if (gauge && gauge.mode !== "direct") {
		const what = gauge.mode === "divisions" ? "the divisions past zero" : "the deviation";
		return `Type ${what}, clockwise without a sign, then Enter. Clockwise is ${gauge.sense < 0 ? "smaller" : "larger"}.`;
	}
	return "Type the last digits, or the whole size, then Enter.";
}

function GaugeButton({ text, onClick }: { text: string; onClick: () => void }) {
	return (
		<Button variant="default" size="compact-md" onClick={onClick}>
			{text}
		</Button>
	);
}

/** How the size stands to the size it had when new. */
function deviation(view: JobView, feature: FeatureView, length: number, system: System): string {
	const bore = isBore(feature.kind);
	const limits = view.job.limits.book[feature.kind]?.new;
	if (feature.kind === "runout") return "from where the turn began";
	const reference = findingOf(view, feature)?.wear?.reference ?? (bore ? limits?.min : limits?.max);
	if (reference === undefined) return `${show(length, system)} ${system}`;
	const d = length - reference;
	const end = view.job.policy.wear_reference === "middle" ? "the middle of new" : bore ? "the bottom of new" : "the top of new";
	return d === 0 ? `exactly ${end}` : `${show(Math.abs(d), system)} ${d < 0 ? "under" : "over"} ${end}`;
}

const benchPath = (job: number, f: FeatureView) => `/jobs/${job}/bench/${f.kind}/${f.number}`;

/** The next part of the same sort that still has places to read: along the shaft, or by number. */
function nextFeature(view: JobView, feature: FeatureView): FeatureView | undefined {
	const [, sort] = /_(journal|bearing)$/.exec(feature.kind) ?? [];
	const along = sort
		? view.shaft.flatMap((place) =>
				partsOf(view, `${place.throw ? "rod" : "main"}_${sort}`).flatMap((p) => (p.number === place.number ? [p.feature] : [])),
			)
		: partsOf(view, feature.kind).map((p) => p.feature);
	const here = along.findIndex((f) => f.id === feature.id);
	return (
		[...along.slice(here + 1), ...along.slice(0, Math.max(0, here))].find((f) => taken(f) < f.by_station.length) ??
		along[here + 1]
	);
}
