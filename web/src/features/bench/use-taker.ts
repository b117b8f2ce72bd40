import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { type Entry, type Place, queue, sendQueue } from "../../api/queue";
import { readEntry } from "./meaning-on";

export type { Entry };

export interface Trouble {
	entry: Entry;
	sentence: string;
	/** Enter once more takes it as it is. */
	canConfirm: boolean;
}

/** What is entered at one part: the rest of the entry is the part's and the person's. */
export type Taken = Pick<Entry, "cell" | "typed" | "system" | "repeat" | "unusual" | "reason" | "gauge">;

/**
 * Takes entries one after another, in the order typed. Nothing entered is lost: entries wait in the browser's storage while
 * the server is away or the page is closed; what is refused comes back as trouble with its text.
 */
export function useTaker(place: Place, by: string) {
	const queries = useQueryClient();
	const { entries, away } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const own = queue.of(entries, place);
	const refused = own.find((e) => e.trouble);
	const trouble: Trouble | undefined = refused?.trouble && { entry: refused, ...refused.trouble };
	const { job } = place;
	useEffect(() => {
		void sendQueue(queries, job, readEntry);
	}, [queries, job]);
	const take = (taken: Taken) => {
		queue.add({ ...place, by, ...taken }, refused);
		void sendQueue(queries, job, readEntry);
	};
	const forget = () => {
		if (!refused) return;
		queue.remove(refused.id);
		void sendQueue(queries, job, readEntry);
	};
	return { take, waiting: own.filter((e) => !e.trouble), away, trouble, forget };
}
