import { asker, client, enteredBy, SIGNED_OUT, settle } from "./client";
import { newId } from "./id";
import type { components } from "./schema";
import { passing, read } from "./storage";
import { askGauge, serialBytes } from "./web-serial";

type Schemas = components["schemas"];
export type LineFrame = Schemas["LineFrame"];
export type Took = Schemas["GaugelinkTook"];
export type Link = Schemas["InstrumentLink"];

/** Whose line a bench wants, and how its gauge is set up. */
export interface LineAsked {
	instrument: string;
	link: Link;
	mode: string;
	sense: number;
}

/** How this bench's line does; it changes seldom. */
export interface LineState {
	/** The instrument whose line it is; none where the bench has none. */
	instrument?: string;
	standing?: LineFrame["standing"];
	/** What is wrong with a line that was no reading, and that line. */
	says?: string;
	bad?: string;
	/** How many such lines came. */
	bads?: number;
	/** Why the bench does not have the line, and whether another has it. */
	refused?: string;
	elsewhere?: boolean;
	/** Readings that were taken and found no place: the page went to another gauge. */
	unplaced?: { count: number; instrument: string };
}

/** What the gauge shows; it changes all the time. */
export interface LineShown {
	shown?: LineFrame["shown"];
	turned?: LineFrame["turned"];
	/** The last seconds. */
	trace: readonly number[];
}

const TRACE = 240;
const NOBODY: LineState = {};
const NOTHING: LineShown = { trace: [] };
const WANTED = "ledge.lines";
const BENCH = "ledge.bench";

/** A page is a bench; it and the last reading that it placed outlive a reload, but a copy of the page is another bench. */
const before = read<{ id: string; run: string; placed: number }>(passing, BENCH);
passing.remove(BENCH);
const bench = before?.id ?? newId();
/** Which follower the numbers of what was taken are of, and the last that found its place, or was said to have none. */
let run = before?.run ?? "";
let placed = before?.placed ?? 0;
/** The last that came. */
let came = placed;
window.addEventListener("pagehide", () => passing.set(BENCH, JSON.stringify({ id: bench, run, placed })));
// A page that comes back from the browser's memory goes on as the same bench.
window.addEventListener("pageshow", () => passing.remove(BENCH));

let asked: LineAsked | undefined;
let state: LineState = NOBODY;
let shown: LineShown = NOTHING;
let over = false;
let ending: AbortController | undefined;
let leaving: ReturnType<typeof setTimeout> | undefined;
/** What puts a reading in its place; false where it waits for another. */
type Taker = (took: Took) => boolean;
/** The last one is asked: a dialog before the bench under it. */
let takers: Taker[] = [];
/** What was taken and has no place yet, in its order. */
let pending: (Took & { run: string })[] = [];
const listeners = new Set<() => void>();

function tell(next: Partial<LineState> | undefined, now?: LineShown) {
	if (next) {
		const changes = Object.entries(next).some(([key, value]) => state[key as keyof LineState] !== value);
		if (changes) state = { ...state, ...next };
		else if (!now) return;
	}
	if (now) shown = now;
	for (const listener of listeners) listener();
}

const wanted = (): string[] => read<string[]>(passing, WANTED) ?? [];
const want = (list: string[]) => passing.set(WANTED, JSON.stringify(list));

/** What one frame says. */
export function heard(frame: LineFrame) {
	const trace = frame.trace?.length ? [...shown.trace, ...frame.trace].slice(-TRACE) : shown.trace;
	tell(
		{
			standing: frame.standing,
			says: frame.says,
			bad: frame.bad,
			bads: frame.bads,
			refused: undefined,
			elsewhere: undefined,
		},
		{ shown: frame.shown, turned: frame.turned, trace: frame.shown ? trace : [] },
	);
	if (frame.run !== run) {
		run = frame.run;
		placed = 0;
		came = 0;
	}
	for (const took of frame.taken ?? []) {
		if (took.seq <= came) continue; // told again after a gap, and here already
		came = took.seq;
		pending.push({ ...took, run });
	}
	place();
}

let placing = false;

/** One after another: where the next one goes is known once this one has its place. */
function place() {
	if (placing) return; // it goes on below
	placing = true;
	try {
		for (let first = pending[0]; first && takers.at(-1)?.(first); first = pending[0]) {
			if (first.run === run) placed = first.seq;
			pending.shift();
		}
	} finally {
		placing = false;
	}
}

/** Reads frames until the line ends; the sentence of a refusal where there is one. */
async function listen(
	to: LineAsked,
	signal: AbortSignal,
	onHeld: () => void,
): Promise<Pick<LineState, "refused" | "elsewhere"> | undefined> {
	const query = new URLSearchParams({ bench, mode: to.mode, sense: String(to.sense) });
	if (over) query.set("over", "1");
	over = false;
	if (run !== "") {
		query.set("run", run);
		query.set("after", String(came));
	}
	const response = await fetch(`/api/v1/instruments/${to.instrument}/line?${query}`, { signal, headers: enteredBy(asker()) });
	if (response.status === 401) window.dispatchEvent(new Event(SIGNED_OUT));
	if (!response.ok || !response.body) {
		const { detail } = (await response.json()) as { detail?: string };
		return { refused: detail, elsewhere: response.status === 409 };
	}
	onHeld();
	const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
	let rest = "";
	for (;;) {
		const { done, value } = await reader.read();
		if (done) return undefined;
		const lines = (rest + value).split("\n");
		rest = lines.pop() ?? "";
		for (const line of lines) heard(JSON.parse(line) as LineFrame);
	}
}

/** Gives the server what a port of this machine says, one request at a time: what comes meanwhile goes along with the next. */
async function feed(to: LineAsked, signal: AbortSignal) {
	const params = { path: { instrument: to.instrument, bench } };
	for await (const bytes of serialBytes(to.link, signal)) {
		await fetch(`/api/v1/instruments/${params.path.instrument}/line/${params.path.bench}`, {
			method: "POST",
			signal,
			body: bytes,
			headers: { ...enteredBy(asker()), "Content-Type": "application/octet-stream" },
		}).catch(() => undefined);
	}
}

const RETRY_MS = 1000;
const RETRIES = 5;

async function hold(to: LineAsked, signal: AbortSignal) {
	tell(
		{ instrument: to.instrument, standing: "opening", says: undefined, bad: undefined, refused: undefined, elsewhere: undefined },
		NOTHING,
	);
	if (to.link.port === "browser") void feed(to, signal);
	// After a reload the server may not have noticed yet that this very page went. Whose line was taken over does not fight for it.
	let patience = RETRIES;
	while (!signal.aborted) {
		try {
			const refused = await listen(to, signal, () => {
				patience = 0;
			});
			if (refused) {
				tell({ standing: undefined, ...refused }, NOTHING);
				if (patience-- <= 0) return;
			}
		} catch {
			if (!signal.aborted) tell({ standing: "away" }, NOTHING);
		}
		await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
	}
}

function end() {
	ending?.abort();
	ending = undefined;
	run = "";
	placed = 0;
	came = 0;
	const lost = pending.length;
	pending = [];
	tell(
		{
			...NOBODY,
			unplaced: lost > 0 ? { count: lost, instrument: asked?.instrument ?? "" } : state.unplaced,
			instrument: undefined,
			standing: undefined,
			says: undefined,
			bad: undefined,
			refused: undefined,
			elsewhere: undefined,
		},
		NOTHING,
	);
}

function begin() {
	if (!asked || ending || !wanted().includes(asked.instrument)) return;
	ending = new AbortController();
	void hold(asked, ending.signal);
}

/** The one line that this page has. */
export const line = {
	subscribe(listener: () => void) {
		listeners.add(listener);
		return () => void listeners.delete(listener);
	},
	state: () => state,
	shown: () => shown,
	/** A bench's gauge from now on; its line is listened to where this page took it. */
	follow(next: LineAsked | undefined) {
		clearTimeout(leaving);
		if (JSON.stringify(next) === JSON.stringify(asked)) return begin();
		end();
		asked = next;
		begin();
	},
	/** The bench was left; it comes back soon where only the part changes, on a slow machine later than on a fast one. */
	leave() {
		clearTimeout(leaving);
		const atABench = () => window.location.pathname.includes("/bench/");
		const look = (patience: number) => {
			leaving = setTimeout(() => (patience > 0 && atABench() ? look(patience - 1) : line.follow(undefined)), 1000);
		};
		look(RETRIES);
	},
	/** It was said that readings found no place. */
	said: () => tell({ unplaced: undefined }),
	/** Takes the line, from another bench where it has it. */
	take(from = false) {
		if (!asked) return;
		want([...new Set([...wanted(), asked.instrument])]);
		end();
		over = from;
		begin();
	},
	/** Says why the line cannot be taken. */
	refuse: (refused: string) => asked && tell({ instrument: asked.instrument, standing: undefined, refused, elsewhere: false }),
	/** Lets the line go. */
	release() {
		want(wanted().filter((id) => id !== asked?.instrument));
		end();
	},
	/** Takes a reading, as a foot switch would: it comes with a frame. */
	async press() {
		if (!asked) return;
		const { instrument, link } = asked;
		if (link.port === "browser" && link.request && !link.every) await askGauge(link.request);
		else
			await settle(
				client.POST("/api/v1/instruments/{instrument}/line/{bench}/taken", { params: { path: { instrument, bench } } }),
			);
	},
	/** Says who puts what is taken in its place from now on, until the function that is returned is called. */
	placedBy(next: Taker) {
		takers = [...takers, next];
		queueMicrotask(place);
		return () => {
			takers = takers.filter((taker) => taker !== next);
			queueMicrotask(place);
		};
	},
};
