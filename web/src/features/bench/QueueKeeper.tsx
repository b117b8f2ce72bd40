import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { queue, sendQueue } from "../../api/queue";
import { readEntry } from "./meaning-on";

/** Sends what an earlier page could not, wherever Ledge is opened again. */
export function QueueKeeper() {
	const queries = useQueryClient();
	const { entries } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const jobs = [...new Set(entries.filter((e) => !e.trouble).map((e) => e.job))].join();
	useEffect(() => {
		for (const job of jobs.split(",")) if (job) void sendQueue(queries, Number(job), readEntry);
	}, [queries, jobs]);
	return null;
}
