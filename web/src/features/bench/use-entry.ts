import { useState } from "react";
import { wantedOf } from "../../api/asks";
import type { Cell, FeatureView, JobView } from "../../api/client";
import type { Took } from "../../api/line";
import { queue } from "../../api/queue";
import { columnCount, gaugeFor, isRead, liveReadings, placeOf, type Sent, taken } from "../../api/view";
import type { Meaning } from "../../quantity/digits";
import { other, type System } from "../../quantity/length";
import { usePathOrder } from "../../ui/use-path-order";
import { useStored } from "../../ui/use-stored";
import { benchWords } from "../../words/bench";
import { digitsShown } from "./digits-shown";
import { expectedWith, freeze, meaningOn } from "./meaning-on";
import { cellName, nextCell, sameCell } from "./moves";
import { readBefore, takeBack } from "./take-back";
import { useCell } from "./use-cell";
import { type Entry, type Taken, useTaker } from "./use-taker";

/** The place alone, without what is said of it. */
const placeAt = (cell: Cell | undefined): Cell | undefined => cell && { station: cell.station, direction: cell.direction };

/** Where to begin at a part: the first place that is open, else what is asked for again. */
const beginning = (view: JobView, feature: FeatureView, path: Cell[], sent: Cell[]): Cell =>
	path.find((c) => !isRead(feature, c, sent)) ??
	placeAt(wantedOf(view, feature, [])[0]) ??
	path[0] ?? { station: 0, direction: 0 };

/** What is asked for at a part again, what of that is asked for here, and where to go from here. */
function wayOn(view: JobView, feature: FeatureView, path: Cell[], at: Cell, sent: Cell[]) {
	const wanted = wantedOf(view, feature, sent);
	const after = [...wanted.filter((w) => !sameCell(w, at)), ...wanted.filter((w) => sameCell(w, at) && w.more > 1)];
	return {
		wanted,
		asked: wanted.find((w) => sameCell(w, at)),
		next: nextCell(feature, path, at, sent) ?? placeAt(after[0]),
	};
}

/** How the bench leaves a part by itself. */
export interface Leaving {
	/** Going by rounds: a direction is read on this part. */
	onRound: (direction: number, sent: Sent) => void;
	/** Going by set-up: this part is read whole. */
	onRead: (sent: Sent) => void;
	/** What is to be taken back was read at another part. */
	onBefore: (part: FeatureView) => void;
}

/** Why what a line took is not taken: it is none, it would take digits away, or all is read and nobody asked for more. */
function whyNotTaken(said: Meaning, typing: boolean, all: boolean): string | undefined {
	if (said.kind === "wrong") return said.sentence;
	if (typing) return benchWords.digitsAreTyped;
	return all ? benchWords.everyPlaceReadRepeat : undefined;
}

/** The unit that is typed in a job, on this machine. */
const useUnit = (job: JobView["job"]) => useStored<System>(`ledge.unit.${job.id}`, job.unit);

/** A refused entry comes back to its cell with its text, once. */
function useRefused(entry: Entry | undefined, comeBack: (entry: Entry) => void) {
	const [seen, setSeen] = useState<string>();
	if (entry?.id === seen) return;
	setSeen(entry?.id);
	if (entry) comeBack(entry);
}

/** A look that asks for more goes on there. */
function useGrowing(path: Cell[], goTo: (open: Cell) => void, feature: FeatureView) {
	const [known, setKnown] = useState(path.length);
	if (path.length === known) return;
	setKnown(path.length);
	const open = path.find((c) => liveReadings(feature, c).length === 0);
	if (path.length > known && open) goTo(open);
}

/** What is being entered at one part: where, the digits so far, what they mean, and how they are taken. */
export function useEntry(view: JobView, feature: FeatureView, by: string, leaving: Leaving) {
	const { job } = view;
	const [system, setSystem] = useUnit(job);
	const [order, setOrder] = usePathOrder();
	const path = order === "station" || order === "setup" ? feature.by_station : feature.by_direction;
	const place = { job: job.id, ...placeOf(feature) };
	const taker = useTaker(place, by);
	const cell = useCell(place, () => beginning(view, feature, path, taker.cellsOf(feature)));
	const { at, setAt, typed, setTyped, hint, setHint, setRepeat, asking, start } = cell;
	const { trouble } = taker;

	useRefused(trouble?.entry, ({ cell, typed: text, repeat: again }) => {
		if (cell.station < feature.stations.length && cell.direction < columnCount(feature)) setAt(cell);
		setTyped(text);
		setRepeat(again);
		setHint("");
	});
	useGrowing(
		path,
		(open) => {
			if (typed === "" && liveReadings(feature, at).length > 0) setAt(open);
		},
		feature,
	);

	const gauge = gaugeFor(view, feature.kind);
	const plainDigits = feature.quantity === "size" && (gauge === undefined || gauge.mode === "direct");
	const expected = expectedWith(feature, taker.waiting);
	const means = meaningOn({ ...feature, expected }, typed, gauge, system);
	const sent = taker.waiting.map((w) => w.cell);
	const { wanted, asked, next } = wayOn(view, feature, path, at, sent);
	// What is asked for again joins what is there; a size that is doubted takes its place.
	const repeat = cell.repeating || (asked?.repeat ?? false);
	const here = liveReadings(feature, at);
	const filled = isRead(feature, at, sent);
	/** Whether a reading would replace one that nobody asked to replace. */
	const replaces = filled && !repeat && !cell.chosen && asked === undefined;

	const move = (cell: Cell) => {
		start(cell, true);
		taker.forget();
	};
	/** Keeps an entry as it is seen now, and goes on to the next place; what could not be kept stays where it was typed. */
	const take = (entered: Omit<Taken, "reading">, value?: number) => {
		const reading = freeze(feature, entered, value, taker.waiting);
		taker.take({ ...entered, reading });
		start(next ?? at);
		if (filled) return;
		const left = path.filter((c) => !isRead(feature, c, [...sent, entered.cell]));
		const { direction } = entered.cell;
		if (order === "round" && !left.some((c) => c.direction === direction)) leaving.onRound(direction, taker.cellsOf);
		if (order === "setup" && left.length === 0) leaving.onRead(taker.cellsOf);
	};
	/** Takes this person's last reading here back: what held before it holds again. */
	const undo = () => {
		const kept = taker.waiting.at(-1);
		if (kept) {
			if (taker.away) queue.remove(kept.id);
			else setHint(benchWords.notSavedYet);
			return;
		}
		const back = takeBack(view, feature, by, system);
		if (!back) {
			const before = readBefore(view, by);
			if (before) leaving.onBefore(before);
			else setHint(benchWords.nothingToTakeBack);
			return;
		}
		for (const taken of back.taken) taker.take(taken);
		start(back.cell, true);
	};
	const repeatLast = () => {
		const last = [...feature.tape].reverse().find((r) => r.superseded_by === undefined && r.what === "size");
		if (here.length === 0 && last) setAt({ station: last.station, direction: last.direction });
		if (here.length > 0 || last) setRepeat(true);
	};
	const back = () => {
		const before = path[Math.max(0, path.findIndex((c) => sameCell(c, at)) - 1)];
		if (before) move(before);
	};
	const enter = () => {
		if (typed === "") return repeatLast();
		// A lone sign means nothing as a reading: a number pad alone reaches the unit and the place before by it.
		if (typed === "+") {
			setTyped("");
			return setSystem(other(system));
		}
		if (typed === "-") return back();
		const confirmed = trouble?.canConfirm === true && trouble.entry.typed === typed && sameCell(trouble.entry.cell, at);
		// What is confirmed is what was entered and asked about, whatever the same digits would mean by now.
		if (confirmed && trouble?.entry.reading?.value !== undefined) {
			const { cell, repeat, gauge, byLine } = trouble.entry;
			take({ cell, typed, byLine, system, repeat, unusual: true, gauge }, trouble.entry.reading.value);
		} else if (means.kind === "more" || means.kind === "wrong") setHint(means.sentence);
		else if (means.kind === "size" && replaces && asking !== typed && !trouble) cell.setAsking(typed);
		else if (means.kind === "size") take({ cell: at, typed, system, repeat, unusual: confirmed, gauge }, means.length);
	};
	/** What the gauge's line took goes where a typed reading would, under the line as its text; it confirms nothing. */
	const takeLine = (took: Took, said: Meaning) => {
		const typing = typed !== "" && trouble?.entry.typed !== typed;
		const why = whyNotTaken(said, typing, replaces);
		if (why) setHint(why);
		else if (said.kind === "size") {
			take({ cell: at, typed: took.line, byLine: true, system: took.unit, repeat, unusual: false, gauge }, said.length);
		}
	};
	return {
		takeLine,
		hint: setHint,
		system,
		setSystem,
		order,
		setOrder,
		path,
		at,
		typed,
		repeat,
		wanted,
		asked,
		taker,
		gauge,
		plainDigits,
		means,
		next,
		here,
		shown: plainDigits ? digitsShown(typed, expected, system) : { ghost: "", typed },
		done: taken(feature) === path.length,
		sentence: trouble
			? trouble.sentence
			: asking !== "" && asking === typed
				? benchWords.replaceIt(feature.title, cellName(feature, at))
				: hint,
		type: cell.type,
		more: (text: string) => setTyped((before) => before + text),
		move,
		enter,
		undo,
		skip: (reason: string, depth?: number) => take({ cell: at, typed: "", system, repeat: false, unusual: false, reason, depth }),
		back,
	};
}

/** An entry under way at the bench. */
export type EntryState = ReturnType<typeof useEntry>;
