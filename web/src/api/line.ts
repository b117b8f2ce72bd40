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

const wanted = (): string[] => read<string[]>(passing, WANTED) ?? [];
const want = (list: string[]) => passing.set(WANTED, JSON.stringify(list));

/** Gives the server what a port of this machine says, one request at a time: what comes meanwhile goes along with the next. */
async function feed(to: LineAsked, bench: string, signal: AbortSignal) {
	for await (const bytes of serialBytes(to.link, signal)) {
		await fetch(`/api/v1/instruments/${to.instrument}/line/${bench}`, {
			method: "POST",
			signal,
			body: bytes,
			headers: { ...enteredBy(asker()), "Content-Type": "application/octet-stream" },
		}).catch(() => undefined);
	}
}

const RETRY_MS = 1000;
const RETRIES = 5;

/** What puts a reading in its place; false where it waits for another. */
type Taker = (took: Took) => boolean;

/** How a line is told that ended, or was never begun. */
const ENDED: Partial<LineState> = {
	instrument: undefined,
	standing: undefined,
	says: undefined,
	bad: undefined,
	refused: undefined,
	elsewhere: undefined,
};

/** The line that a page has to a gauge: what it holds, what it hears and what it does not know a place for yet, until it is closed. */
export class GaugeLine {
	/** A page is a bench; it and the last reading that it placed outlive a reload, but a copy of the page is another bench. */
	readonly #bench: string;
	/** Which follower the numbers of what was taken are of, and the last that found its place, or was said to have none. */
	#run: string;
	#placed: number;
	/** The last that came. */
	#came: number;
	#asked: LineAsked | undefined;
	#state: LineState = NOBODY;
	#shown: LineShown = NOTHING;
	/** The line is taken from another bench. */
	#over = false;
	#holding: AbortController | undefined;
	#leaving: ReturnType<typeof setTimeout> | undefined;
	/** The last one is asked: a dialog before the bench under it. */
	#takers: Taker[] = [];
	/** What was taken and has no place yet, in its order. */
	#pending: (Took & { run: string })[] = [];
	#placing = false;
	readonly #listeners = new Set<() => void>();
	readonly #page = new AbortController();

	constructor() {
		const before = read<{ id: string; run: string; placed: number }>(passing, BENCH);
		passing.remove(BENCH);
		this.#bench = before?.id ?? newId();
		this.#run = before?.run ?? "";
		this.#placed = before?.placed ?? 0;
		this.#came = this.#placed;
		const { signal } = this.#page;
		const keep = () => passing.set(BENCH, JSON.stringify({ id: this.#bench, run: this.#run, placed: this.#placed }));
		window.addEventListener("pagehide", keep, { signal });
		// A page that comes back from the browser's memory goes on as the same bench.
		window.addEventListener("pageshow", () => passing.remove(BENCH), { signal });
	}

	/** Lets go of everything: nothing is heard, kept or told any more. */
	close() {
		this.#page.abort();
		clearTimeout(this.#leaving);
		this.#holding?.abort();
		this.#listeners.clear();
		this.#takers = [];
	}

	subscribe = (listener: () => void) => {
		this.#listeners.add(listener);
		return () => void this.#listeners.delete(listener);
	};
	state = () => this.#state;
	shown = () => this.#shown;

	/** A bench's gauge from now on; its line is listened to where this page took it. */
	follow(next: LineAsked | undefined) {
		clearTimeout(this.#leaving);
		if (JSON.stringify(next) === JSON.stringify(this.#asked)) return this.#begin();
		this.#end();
		this.#asked = next;
		this.#begin();
	}

	/** The bench was left; it comes back soon where only the part changes, on a slow machine later than on a fast one. */
	leave() {
		clearTimeout(this.#leaving);
		const atABench = () => window.location.pathname.includes("/bench/");
		const look = (patience: number) => {
			this.#leaving = setTimeout(() => (patience > 0 && atABench() ? look(patience - 1) : this.follow(undefined)), 1000);
		};
		look(RETRIES);
	}

	/** It was said that readings found no place. */
	said() {
		this.#tell({ unplaced: undefined });
	}

	/** Takes the line, from another bench where it has it. */
	take(from = false) {
		if (!this.#asked) return;
		want([...new Set([...wanted(), this.#asked.instrument])]);
		this.#end();
		this.#over = from;
		this.#begin();
	}

	/** Says why the line cannot be taken. */
	refuse(refused: string) {
		if (this.#asked) this.#tell({ instrument: this.#asked.instrument, standing: undefined, refused, elsewhere: false });
	}

	/** Lets the line go. */
	release() {
		want(wanted().filter((id) => id !== this.#asked?.instrument));
		this.#end();
	}

	/** Takes a reading, as a foot switch would: it comes with a frame. */
	async press() {
		if (!this.#asked) return;
		const { instrument, link } = this.#asked;
		const params = { path: { instrument, bench: this.#bench } };
		if (link.port === "browser" && link.request && !link.every) await askGauge(link.request);
		else await settle(client.POST("/api/v1/instruments/{instrument}/line/{bench}/taken", { params }));
	}

	/** Says who puts what is taken in its place from now on, until the function that is returned is called. */
	placedBy(next: Taker) {
		this.#takers = [...this.#takers, next];
		queueMicrotask(() => this.#place());
		return () => {
			this.#takers = this.#takers.filter((taker) => taker !== next);
			queueMicrotask(() => this.#place());
		};
	}

	/** What one frame says. */
	heard(frame: LineFrame) {
		const trace = frame.trace?.length ? [...this.#shown.trace, ...frame.trace].slice(-TRACE) : this.#shown.trace;
		const { standing, says, bad, bads } = frame;
		this.#tell(
			{ standing, says, bad, bads, refused: undefined, elsewhere: undefined },
			{ shown: frame.shown, turned: frame.turned, trace: frame.shown ? trace : [] },
		);
		if (frame.run !== this.#run) this.#count(frame.run);
		for (const took of frame.taken ?? []) {
			if (took.seq <= this.#came) continue; // told again after a gap, and here already
			this.#came = took.seq;
			this.#pending.push({ ...took, run: this.#run });
		}
		this.#place();
	}

	/** Counts what is taken from the beginning, of another follower. */
	#count(run: string) {
		this.#run = run;
		this.#placed = 0;
		this.#came = 0;
	}

	#tell(next: Partial<LineState> | undefined, now?: LineShown) {
		if (next) {
			const changes = Object.entries(next).some(([key, value]) => this.#state[key as keyof LineState] !== value);
			if (changes) this.#state = { ...this.#state, ...next };
			else if (!now) return;
		}
		if (now) this.#shown = now;
		for (const listener of this.#listeners) listener();
	}

	/** One after another: where the next one goes is known once this one has its place. */
	#place() {
		if (this.#placing) return; // it goes on below
		this.#placing = true;
		try {
			for (let first = this.#pending[0]; first && this.#takers.at(-1)?.(first); first = this.#pending[0]) {
				if (first.run === this.#run) this.#placed = first.seq;
				this.#pending.shift();
			}
		} finally {
			this.#placing = false;
		}
	}

	/** Reads frames until the line ends; the sentence of a refusal where there is one. */
	async #listen(
		to: LineAsked,
		signal: AbortSignal,
		onHeld: () => void,
	): Promise<Pick<LineState, "refused" | "elsewhere"> | undefined> {
		const query = new URLSearchParams({ bench: this.#bench, mode: to.mode, sense: String(to.sense) });
		if (this.#over) query.set("over", "1");
		this.#over = false;
		if (this.#run !== "") {
			query.set("run", this.#run);
			query.set("after", String(this.#came));
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
			for (const line of lines) this.heard(JSON.parse(line) as LineFrame);
		}
	}

	async #hold(to: LineAsked, signal: AbortSignal) {
		this.#tell({ ...ENDED, instrument: to.instrument, standing: "opening" }, NOTHING);
		if (to.link.port === "browser") void feed(to, this.#bench, signal);
		// After a reload the server may not have noticed yet that this very page went. Whose line was taken over does not fight for it.
		let patience = RETRIES;
		while (!signal.aborted) {
			try {
				const refused = await this.#listen(to, signal, () => {
					patience = 0;
				});
				if (refused) {
					this.#tell({ standing: undefined, ...refused }, NOTHING);
					if (patience-- <= 0) return;
				}
			} catch {
				if (!signal.aborted) this.#tell({ standing: "away" }, NOTHING);
			}
			await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
		}
	}

	#begin() {
		if (!this.#asked || this.#holding || !wanted().includes(this.#asked.instrument)) return;
		this.#holding = new AbortController();
		void this.#hold(this.#asked, this.#holding.signal);
	}

	#end() {
		this.#holding?.abort();
		this.#holding = undefined;
		this.#count("");
		const lost = this.#pending.length;
		this.#pending = [];
		const unplaced = lost > 0 ? { count: lost, instrument: this.#asked?.instrument ?? "" } : this.#state.unplaced;
		this.#tell({ ...ENDED, unplaced }, NOTHING);
	}
}

/** The one line that this page has. */
export const line = new GaugeLine();
