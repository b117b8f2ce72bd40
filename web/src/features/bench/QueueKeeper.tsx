import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { line } from "../../api/line";
import { queue, sendQueue } from "../../api/queue";
import { lineWords } from "../../words/line";

/** Sends what an earlier page could not, wherever Ledge is opened again; says which readings of a gauge found no place. */
export function QueueKeeper({ name }: { name: string }) {
	const queries = useQueryClient();
	const { entries } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	// Who is at the bench decides what may be sent: what others entered waits for them.
	const jobs = [...new Set(entries.filter((e) => !e.trouble).map((e) => e.job))].join();
	useEffect(() => {
		for (const job of name === "" ? [] : jobs.split(",")) if (job) void sendQueue(queries, Number(job));
	}, [queries, jobs, name]);
	const { unplaced } = useSyncExternalStore(line.subscribe, line.state);
	useEffect(() => {
		if (!unplaced) return;
		notifications.show({ color: "orange", autoClose: false, message: lineWords.unplaced(unplaced.count), withBorder: true });
		line.said();
	}, [unplaced]);
	return null;
}
