/** Keys pressed while a bench is being opened and nothing can take them yet. */
let early = "";
let since = 0;

/** Older keys were meant for something else. */
const FRESH_MS = 8000;

const atABench = () => /^\/jobs\/\d+\/bench\//.test(window.location.pathname);

/** Keeps figures that are typed before the page is there. */
export function keepEarlyKeys() {
	window.addEventListener("keydown", (e) => {
		const nowhere = document.activeElement === document.body || document.activeElement === null;
		if (!nowhere || !atABench() || document.querySelector("[data-entry], [role=dialog]") || e.ctrlKey || e.metaKey || e.altKey)
			return;
		if (!/^[\d.,+ -]$/.test(e.key)) return;
		if (Date.now() - since > FRESH_MS) early = "";
		early += e.key;
		since = Date.now();
	});
}

/** Hands those keys over, once. */
export function drainEarlyKeys(): string {
	const keys = Date.now() - since > FRESH_MS ? "" : early;
	early = "";
	return keys;
}
