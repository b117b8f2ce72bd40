import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { JobView } from "../api/client";
import { jobQuery } from "../api/queries";
import { sending } from "../api/queue";

/** Changes of one bench come in bursts; the pages look once they pause, and never later than the most. */
const PAUSE_MS = 300;
const MOST_MS = 700;

/** Keeps what is shown up to date with other benches: the server says which jobs change, and what is on screen is asked for again. */
export function useLive(signedIn: boolean) {
	const queries = useQueryClient();
	useEffect(() => {
		if (!signedIn || !("EventSource" in window)) return;
		let source: EventSource | undefined;
		/** The jobs that changed, with the number of the last change. */
		const changed = new Map<number, number>();
		let timer: ReturnType<typeof setTimeout> | undefined;
		let since = 0;
		const look = () => {
			timer = undefined;
			for (const [id, change] of changed) {
				// The answer to what this page sends says what it changed: what is left then is others'.
				if (sending(id)) continue;
				changed.delete(id);
				void queries.invalidateQueries({
					queryKey: jobQuery(id).queryKey,
					// What this page did itself it has been told.
					predicate: (q) => ((q.state.data as JobView | undefined)?.change ?? 0) < change,
				});
				void queries.invalidateQueries({ queryKey: ["about", id] });
				void queries.invalidateQueries({ queryKey: ["build", id] });
				void queries.invalidateQueries({ queryKey: ["assembly", id] });
			}
			if (changed.size > 0) timer = setTimeout(look, PAUSE_MS);
			void queries.invalidateQueries({ queryKey: ["jobs"] });
			const { dataset } = document.documentElement;
			dataset.heard = String(Number(dataset.heard ?? 0) + 1);
		};
		let before = false;
		const open = () => {
			source = new EventSource("/api/v1/live");
			source.addEventListener("open", () => {
				// What changed while the line was cut is not told again.
				if (before) void queries.invalidateQueries();
				before = true;
				document.documentElement.dataset.live = "open";
			});
			source.addEventListener("shop", () => void queries.invalidateQueries({ queryKey: ["shop"] }));
			source.addEventListener("job", (event) => {
				const now = Date.now();
				if (timer === undefined) since = now;
				const [id = 0, change = Number.POSITIVE_INFINITY] = (event as MessageEvent<string>).data.split(" ").map(Number);
				changed.set(id, change);
				clearTimeout(timer);
				timer = setTimeout(look, Math.max(0, Math.min(PAUSE_MS, since + MOST_MS - now)));
			});
		};
		// A browser has few lines to one server: a page that nobody sees gives its own back.
		const turn = () => {
			source?.close();
			source = undefined;
			delete document.documentElement.dataset.live;
			if (!document.hidden) open();
		};
		turn();
		document.addEventListener("visibilitychange", turn);
		return () => {
			clearTimeout(timer);
			document.removeEventListener("visibilitychange", turn);
			source?.close();
		};
	}, [queries, signedIn]);
}
