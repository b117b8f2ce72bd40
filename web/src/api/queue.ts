import type { QueryClient } from "@tanstack/react-query";
import type { System } from "../quantity/length";
import { keepAssembly } from "./assembly";
import { keep, take } from "./changes";
import {
	type AssemblyEvent,
	type Cell,
	client,
	enteredBy,
	type GaugeSetup,
	type LookBody,
	maySendFor,
	type ReadingBody,
	Refusal,
	Unreachable,
	unwrap,
} from "./client";
import { newId } from "./id";
import { jobQuery } from "./queries";
import { lasting, read } from "./storage";
import type { Kind } from "./table";

/**
 * Something a person entered and the server has not stored yet. It lives in the browser's storage and means what its person saw
 * when Enter was pressed: the size, the place by its name, the gauge's setup and the person are frozen in what is sent.
 */
export interface Entry {
	id: string;
	/** Orders the entries of all tabs: a count, never a clock, which may go back. */
	at: number;
	job: number;
	kind: Kind;
	number: number;
	state: string;
	/** The tag of the component that it belongs to; none for the one that came. */
	component?: string | undefined;
	by: string;
	/** What is sent: a reading or a grade. Neither where an older Ledge stored the entry. */
	reading?: Omit<ReadingBody, "id">;
	look?: Omit<LookBody, "id">;
	/** One thing that was done to build the engine. */
	built?: Omit<AssemblyEvent, "id">;
	cell: Cell;
	typed: string;
	/** It is what the gauge's line said. */
	byLine?: boolean;
	system: System;
	repeat: boolean;
	/** The person has seen that the size is far off and takes it all the same. */
	unusual: boolean;
	/** Why there is no reading; a skip. */
	reason?: string;
	/** How deep the damage is that is the reason. */
	depth?: number;
	/** The gauge as it was set up when this was typed. */
	gauge?: GaugeSetup;
	/** Why it could not be taken; the person has to look at it before what waits behind it. */
	trouble?: { sentence: string; canConfirm: boolean };
}

export type Place = Pick<Entry, "job" | "kind" | "number" | "state" | "component">;

const PREFIX = "ledge.entry.";
const RETRY_MS = 1500;

/** What the server asks about, to be taken on a second Enter. */
const CONFIRMABLE = ["unusual", "cell_changed"];

const samePlace = (a: Place, b: Place) =>
	a.job === b.job &&
	a.kind === b.kind &&
	a.number === b.number &&
	a.state === b.state &&
	(a.component ?? "") === (b.component ?? "");

let entries: Entry[] = [];
let away = false;
/** The entries that this browser does not keep: they are in this page alone. */
const fleeting = new Set<string>();
/** What is said of those; empty where there are none. */
let full = "";
let snapshot = { entries, away, full };
const listeners = new Set<() => void>();
const running = new Set<number>();

const NOT_KEPT =
	"This browser keeps no data: it is full, or set not to. What waits here is in this page alone. Leave the page open until all is saved.";

/** Oldest first; two tabs may count alike. */
const inOrder = (list: Entry[]) => list.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));

/** The count behind all that is stored, by whichever tab. */
const next = () => stored().reduce((last, e) => Math.max(last, e.at), 0) + 1;

function changed() {
	full = entries.some((e) => fleeting.has(e.id)) ? NOT_KEPT : "";
	snapshot = { entries, away, full };
	for (const listener of listeners) listener();
}

/** An entry of an older page means only what it would mean now: its person has to look at it once more. */
const frozen = (entry: Entry): Entry =>
	entry.reading || entry.look || entry.built || entry.trouble
		? entry
		: {
				...entry,
				trouble: {
					sentence: "This was entered before Ledge was brought up to date. Enter takes it as it is read now.",
					canConfirm: true,
				},
			};

/** What is stored, by this tab and others. */
function stored(): Entry[] {
	return lasting.keys().flatMap((key) => {
		if (!key.startsWith(PREFIX)) return [];
		const entry = read<Entry>(lasting, key);
		if (!entry) lasting.remove(key); // not ours to read
		return entry ? [frozen(entry)] : [];
	});
}

/** Reads what is stored; other tabs may have added to it. */
function load() {
	entries = inOrder(stored());
	changed();
}

/** Keeps an entry: where the browser refuses to, in this page. */
function store(entry: Entry) {
	if (lasting.set(PREFIX + entry.id, JSON.stringify(entry))) fleeting.delete(entry.id);
	else fleeting.add(entry.id);
	entries = inOrder([...entries.filter((e) => e.id !== entry.id), entry]);
	changed();
}

function remove(id: string) {
	lasting.remove(PREFIX + id);
	fleeting.delete(id);
	entries = entries.filter((e) => e.id !== id);
	changed();
}

function setAway(value: boolean) {
	if (away === value) return;
	away = value;
	changed();
}

/** The queue of entries, for useSyncExternalStore. */
export const queue = {
	subscribe(listener: () => void) {
		listeners.add(listener);
		return () => void listeners.delete(listener);
	},
	snapshot: () => snapshot,
	of: (all: Entry[], place: Place) => all.filter((e) => samePlace(e, place)),
	/** Adds an entry; one that mends a refused entry takes its turn. */
	add(entry: Omit<Entry, "id" | "at">, mends?: Entry) {
		store({ ...entry, id: newId(), at: mends?.at ?? next() });
		if (mends) remove(mends.id);
	},
	/** How many entries would be lost with this page. */
	fleeting: () => entries.filter((e) => fleeting.has(e.id)).length,
	/** Adds a grade. */
	grade: (place: Place, by: string, look: Entry["look"]) =>
		queue.add({ ...place, by, look, cell: { station: 0, direction: 0 }, typed: "", system: "in", repeat: false, unusual: false }),
	/** Adds one thing that was done to build the engine. */
	build: (job: number, by: string, built: Omit<AssemblyEvent, "id">) =>
		queue.add({
			...NOWHERE,
			job,
			by,
			built,
			cell: { station: 0, direction: 0 },
			typed: "",
			system: "in",
			repeat: false,
			unusual: false,
		}),
	remove,
	load,
};

/** What is done to build the engine is of no single part. */
const NOWHERE = { kind: "main_housing" as Kind, number: 0, state: "assembly" };

/**
 * Sends a job's entries one by one in their order, each again under its own id while the server is away. What is refused
 * holds up the entries behind it at the same part until the person has dealt with it; other parts go on.
 */
export async function sendQueue(queries: QueryClient, job: number) {
	if (running.has(job)) return;
	running.add(job);
	try {
		for (let entry = nextOf(job); entry; entry = nextOf(job)) await send(queries, entry);
	} finally {
		running.delete(job);
	}
}

/** Whether entries of a job are on their way: their answers tell what they change. */
export const sending = (job: number): boolean => running.has(job) && !away;

function nextOf(job: number): Entry | undefined {
	const held: Entry[] = [];
	for (const entry of entries) {
		if (entry.job !== job || (entry.reading && held.some((h) => samePlace(h, entry)))) continue;
		if (!entry.trouble && maySendFor(entry.by)) return entry;
		if (entry.reading) held.push(entry); // a grade that was refused holds nothing up
	}
	return undefined;
}

/** An entry that an older page froze may name its person in what is sent; the header does that now. */
function unnamed<T extends object>(body: T): T {
	const { by: _, ...rest } = body as T & { by?: string };
	return rest as T;
}

async function deliver(queries: QueryClient, entry: Entry) {
	const { id, by } = entry;
	const params = { path: { id: entry.job } };
	const headers = enteredBy(by);
	if (entry.look) {
		const body = { ...unnamed(entry.look), id };
		await keep(queries, await unwrap(client.POST("/api/v1/jobs/{id}/looks", { params, headers, body })));
		return;
	}
	if (entry.built) {
		const body = { ...entry.built, id };
		keepAssembly(
			queries,
			entry.job,
			await unwrap(client.POST("/api/v1/jobs/{id}/assembly", { params, headers, body })),
			entry.built.what,
		);
		return;
	}
	if (!entry.reading) throw new Error("Nothing was entered.");
	const body = { ...unnamed(entry.reading), id };
	await take(queries, entry.job, await unwrap(client.POST("/api/v1/jobs/{id}/readings", { params, headers, body })));
}

async function send(queries: QueryClient, entry: Entry) {
	try {
		await deliver(queries, entry);
		// The page learns of the answer a tick later; until then the entry counts as waiting, so that the next digits
		// are never read against what was expected before it.
		await new Promise((resolve) => setTimeout(resolve));
		remove(entry.id);
		setAway(false);
	} catch (error) {
		if (error instanceof Unreachable || (error instanceof Refusal && (error.status >= 500 || error.status === 401))) {
			setAway(true);
			await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
			return;
		}
		const sentence = error instanceof Error ? error.message : String(error);
		const codes = error instanceof Refusal ? Object.values(error.marks) : [];
		setAway(false);
		// What does not fit any more is looked at beside what is there now, before anybody can say that it is so.
		if (codes.length > 0) await queries.invalidateQueries({ queryKey: jobQuery(entry.job).queryKey });
		store({ ...entry, trouble: { sentence, canConfirm: codes.some((c) => CONFIRMABLE.includes(String(c))) } });
	}
}

window.addEventListener("storage", (event) => {
	if (event.key === null || event.key.startsWith(PREFIX)) load();
});
load();
