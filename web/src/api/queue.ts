import type { QueryClient } from "@tanstack/react-query";
import type { System } from "../quantity/length";
import { type Cell, client, type FeatureView, type GaugeSetup, type ReadingBody, Refusal, Unreachable, unwrap } from "./client";
import { jobQuery, keep } from "./queries";

/** Something a person entered at a bench and the server has not stored yet. It lives in the browser's storage. */
export interface Entry {
	id: string;
	/** Orders the entries of all tabs: milliseconds and a count. */
	at: number;
	job: number;
	kind: string;
	number: number;
	state: string;
	by: string;
	cell: Cell;
	typed: string;
	system: System;
	repeat: boolean;
	/** The person has seen that the size is far off and takes it all the same. */
	unusual: boolean;
	/** Why there is no reading; a skip. */
	reason?: string;
	/** The gauge as it was set up when this was typed. */
	gauge?: GaugeSetup;
	/** Why it could not be taken; the person has to look at it before what waits behind it. */
	trouble?: { sentence: string; canConfirm: boolean };
}

export type Place = Pick<Entry, "job" | "kind" | "number" | "state">;

/** Turns an entry into what is sent, or says why it cannot be. The bench knows how. */
export type Reader = (entry: Entry, feature: FeatureView) => ReadingBody | string;

const PREFIX = "ledge.entry.";
const RETRY_MS = 1500;

const samePlace = (a: Place, b: Place) => a.job === b.job && a.kind === b.kind && a.number === b.number && a.state === b.state;

let entries: Entry[] = [];
let away = false;
let snapshot = { entries, away };
const listeners = new Set<() => void>();
const running = new Set<number>();
let last = 0;

function changed() {
	snapshot = { entries, away };
	for (const listener of listeners) listener();
}

/** Reads what is stored; other tabs may have added to it. */
function load() {
	const found: Entry[] = [];
	for (let i = 0; i < localStorage.length; i++) {
		const key = localStorage.key(i);
		const text = key?.startsWith(PREFIX) ? localStorage.getItem(key) : null;
		if (text === null || text === undefined) continue;
		try {
			found.push(JSON.parse(text) as Entry);
		} catch {
			if (key) localStorage.removeItem(key); // not ours to read
		}
	}
	entries = found.sort((a, b) => a.at - b.at);
	changed();
}

function store(entry: Entry) {
	localStorage.setItem(PREFIX + entry.id, JSON.stringify(entry));
	entries = [...entries.filter((e) => e.id !== entry.id), entry].sort((a, b) => a.at - b.at);
	changed();
}

function remove(id: string) {
	localStorage.removeItem(PREFIX + id);
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
		last = Math.max(last + 0.001, Date.now());
		if (mends) remove(mends.id);
		store({ ...entry, id: crypto.randomUUID(), at: mends?.at ?? last });
	},
	remove,
	load,
};

/**
 * Sends a job's entries one by one in their order, each again under its own id while the server is away. What is refused
 * holds up the entries behind it at the same part until the person has dealt with it; other parts go on.
 */
export async function sendQueue(queries: QueryClient, job: number, read: Reader) {
	if (running.has(job)) return;
	running.add(job);
	try {
		for (let entry = nextOf(job); entry; entry = nextOf(job)) await send(queries, entry, read);
	} finally {
		running.delete(job);
	}
}

function nextOf(job: number): Entry | undefined {
	const held: Entry[] = [];
	for (const entry of entries) {
		if (entry.job !== job || held.some((h) => samePlace(h, entry))) continue;
		if (!entry.trouble) return entry;
		held.push(entry);
	}
	return undefined;
}

async function send(queries: QueryClient, entry: Entry, read: Reader) {
	try {
		const view = await queries.ensureQueryData(jobQuery(entry.job));
		const feature = view.features.find((f) => f.kind === entry.kind && f.number === entry.number && f.state === entry.state);
		const body = feature ? read(entry, feature) : "This job has no such part.";
		if (typeof body === "string") {
			store({ ...entry, trouble: { sentence: body, canConfirm: false } });
			return;
		}
		const answer = await unwrap(client.POST("/api/v1/jobs/{id}/readings", { params: { path: { id: entry.job } }, body }));
		keep(queries, answer.view);
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
		setAway(false);
		store({ ...entry, trouble: { sentence, canConfirm: error instanceof Refusal && error.marks.value === "unusual" } });
	}
}

window.addEventListener("storage", (event) => {
	if (event.key === null || event.key.startsWith(PREFIX)) load();
});
load();
