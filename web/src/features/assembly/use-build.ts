import { useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import type { AssemblyEvent } from "../../api/client";
import { queue, sendQueue } from "../../api/queue";
import { usePerson } from "../../ui/person";

export type Doing = Omit<AssemblyEvent, "id">;

/** Doing something at an engine that is built: it waits in the browser until the server has it. */
export function useBuild(job: number) {
	const person = usePerson();
	const queries = useQueryClient();
	const { entries, full, away } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const waiting = entries.filter((e) => e.job === job && e.built !== undefined);
	const refused = waiting.find((e) => e.trouble);
	return {
		/** Keeps and sends it. */
		act: (built: Doing) => {
			if (refused) queue.remove(refused.id); // another try takes its place
			queue.build(job, person.name || "somebody", built);
			void sendQueue(queries, job);
		},
		/** What is on its way. */
		pending: waiting.flatMap((e) => (e.trouble || !e.built ? [] : [e.built])),
		refused,
		letGo: () => refused && queue.remove(refused.id),
		full,
		away,
	};
}

export type Build = ReturnType<typeof useBuild>;
