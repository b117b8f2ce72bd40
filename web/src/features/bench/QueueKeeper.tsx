import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { queue, sendQueue } from "../../api/queue";

/** Sends what an earlier page could not, wherever Ledge is opened again. */
export function QueueKeeper({ name }: { name: string }) {
	const queries = useQueryClient();
	const { entries } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	// Who is at the bench decides what may be sent: what others entered waits for them.
	const jobs = [...new Set(entries.filter((e) => !e.trouble).map((e) => e.job))].join();
	useEffect(() => {
		for (const job of name === "" ? [] : jobs.split(",")) if (job) void sendQueue(queries, Number(job));
	}, [queries, jobs, name]);
	return null;
}
