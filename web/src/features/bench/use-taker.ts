import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { Cell, FeatureView, GaugeSetup, JobView, ReadingBody } from "../../api/client";
import { Refusal, Unreachable } from "../../api/client";
import { jobQuery, useAddReading } from "../../api/queries";
import { featureOf } from "../../api/view";
import { deviationMeaning } from "../../quantity/deviation";
import { type Expected, type Meaning, meaning } from "../../quantity/digits";
import type { System } from "../../quantity/length";

/** Something the person entered and the server has not stored yet. */
export interface Entry {
	id: string;
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
}

/** What typed text means on a gauge: a deviation from its setting, or a size and its last digits. */
export function meaningOn(
	kind: string,
	typed: string,
	gauge: GaugeSetup | undefined,
	expected: Expected | undefined,
	system: System,
): Meaning {
	if (kind === "runout") {
		// An indicator is zeroed where the turn begins, and clockwise is outwards.
		const mode = gauge?.mode === "divisions" ? "divisions" : "length";
		return deviationMeaning(typed, { mode, division: gauge?.division ?? 0, setting: 0, sense: 1 }, system);
	}
	if (!gauge || gauge.mode === "direct" || gauge.setting === undefined) return meaning(typed, expected, system);
	return deviationMeaning(typed, { ...gauge, mode: gauge.mode, setting: gauge.setting }, system);
}

export interface Trouble {
	entry: Entry;
	sentence: string;
	/** Enter once more takes it as it is. */
	canConfirm: boolean;
}

const RETRY_MS = 1500;

/**
 * Takes entries one after another, in the order typed. Nothing entered is lost: while the server is away the
 * entries wait and are sent again under the same id; what is refused comes back as trouble with its text.
 */
export function useTaker(job: number, kind: string, number: number, by: string) {
	const queries = useQueryClient();
	const add = useAddReading(job);
	const queue = useRef<Entry[]>([]);
	const running = useRef(false);
	const alive = useRef(true);
	const [waiting, setWaiting] = useState<Entry[]>([]);
	const [away, setAway] = useState(false);
	const [trouble, setTrouble] = useState<Trouble>();

	useEffect(() => {
		alive.current = true;
		return () => {
			alive.current = false;
		};
	}, []);

	const latest = (): FeatureView | undefined => {
		const view = queries.getQueryData<JobView>(jobQuery(job).queryKey);
		return view ? featureOf(view, kind, number) : undefined;
	};

	const body = (entry: Entry, feature: FeatureView): ReadingBody | string => {
		const base = {
			id: entry.id,
			kind,
			number,
			state: feature.state,
			...entry.cell,
			typed: entry.typed,
			by,
			repeat: entry.repeat,
		};
		if (entry.reason !== undefined) return { ...base, what: "skip", reason: entry.reason, unusual: false };
		const m = meaningOn(kind, entry.typed, entry.gauge, feature.expected, entry.system);
		switch (m.kind) {
			case "size":
				return { ...base, what: "size", value: m.length, unusual: entry.unusual };
			case "empty":
				return "Nothing was typed.";
			default:
				return m.sentence;
		}
	};

	const fail = (entry: Entry, sentence: string, canConfirm: boolean) => {
		queue.current = queue.current.filter((e) => e !== entry);
		setWaiting([...queue.current]);
		setTrouble({ entry, sentence, canConfirm });
	};

	/** Sends one entry; false stops the run until the person has dealt with it. */
	const send = async (entry: Entry, feature: FeatureView): Promise<boolean> => {
		const b = body(entry, feature);
		if (typeof b === "string") {
			fail(entry, b, false);
			return false;
		}
		try {
			await add.mutateAsync(b);
		} catch (error) {
			if (error instanceof Unreachable || (error instanceof Refusal && error.status >= 500)) {
				setAway(true);
				await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
				return alive.current;
			}
			const sentence = error instanceof Error ? error.message : String(error);
			fail(entry, sentence, error instanceof Refusal && error.marks.value === "unusual");
			return false;
		}
		setAway(false);
		queue.current = queue.current.filter((e) => e !== entry);
		setWaiting([...queue.current]);
		return true;
	};

	const run = async () => {
		if (running.current) return;
		running.current = true;
		for (let entry = queue.current[0]; entry; entry = queue.current[0]) {
			const feature = latest();
			if (!feature || !(await send(entry, feature))) break;
		}
		running.current = false;
	};

	const take = (entry: Omit<Entry, "id">) => {
		setTrouble(undefined);
		// What was typed for a refused entry goes before what waits behind it.
		queue.current = trouble
			? [{ ...entry, id: crypto.randomUUID() }, ...queue.current]
			: [...queue.current, { ...entry, id: crypto.randomUUID() }];
		setWaiting([...queue.current]);
		void run();
	};

	return { take, waiting, away, trouble, forget: () => setTrouble(undefined) };
}
