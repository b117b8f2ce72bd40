import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { maySendFor } from "../../api/client";
import { type Entry, type Place, queue, sendQueue } from "../../api/queue";
import { placeOf, type Sent } from "../../api/view";

export type { Entry };

export interface Trouble {
	entry: Entry;
	sentence: string;
	/** Enter once more takes it as it is. */
	canConfirm: boolean;
}

/** What is entered at one part: the rest of the entry is the part's and the person's. */
export type Taken = Pick<
	Entry,
	"reading" | "cell" | "typed" | "byLine" | "system" | "repeat" | "unusual" | "reason" | "depth" | "gauge"
>;

/**
 * Takes entries one after another, in the order typed. Nothing entered is lost: entries wait in the browser's storage while
 * the server is away or the page is closed; what is refused comes back as trouble with its text, to who entered it.
 */
export function useTaker(place: Place, by: string) {
	const queries = useQueryClient();
	const { entries, away, full } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const own = queue.of(entries, place);
	const refused = own.find((e) => e.trouble && !e.look && e.by === by);
	/** A grade that was refused; it holds up nothing. */
	const ungraded = own.find((e) => e.trouble && e.look && e.by === by);
	const trouble: Trouble | undefined = refused?.trouble && { entry: refused, ...refused.trouble };
	const { job } = place;
	useEffect(() => {
		void sendQueue(queries, job);
	}, [queries, job]);
	const take = (taken: Taken) => {
		queue.add({ ...place, by, ...taken }, refused);
		void sendQueue(queries, job);
	};
	/** What is read of any part of this job, and on its way, by now: more than was drawn yet. */
	const cellsOf: Sent = (part) =>
		queue.of(queue.snapshot().entries, { job, ...placeOf(part) }).flatMap((e) => (e.trouble || e.look ? [] : [e.cell]));
	const forget = () => {
		if (!refused) return;
		queue.remove(refused.id);
		void sendQueue(queries, job);
	};
	const waiting = own.filter((e) => !e.trouble && !e.look);
	/** Whose entries wait for them to sign in again, on the whole page. */
	const others = [...new Set(entries.filter((e) => e.by !== by && !maySendFor(e.by)).map((e) => e.by))];
	/** How many entries are on their way, those of parts that were left since, too. */
	const unsaved = entries.filter((e) => !e.trouble && !others.includes(e.by)).length;
	return { take, cellsOf, waiting, unsaved, others, away, full, trouble, ungraded, forget };
}
