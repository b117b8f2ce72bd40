import { useCallback, useState, useSyncExternalStore } from "react";
import { lasting, read } from "../api/storage";

const listeners = new Set<() => void>();

function subscribe(listener: () => void) {
	listeners.add(listener);
	window.addEventListener("storage", listener);
	return () => {
		listeners.delete(listener);
		window.removeEventListener("storage", listener);
	};
}

/** A value that this browser keeps under a name, the same on all of its pages. */
export function useStored<T>(key: string, otherwise: T): [T, (value: T) => void] {
	const text = useSyncExternalStore(subscribe, () => lasting.get(key));
	// What is parsed stays the same object as long as its text does.
	const [seen, setSeen] = useState(() => ({ key, text, value: read<T>(lasting, key) }));
	const now = seen.key === key && seen.text === text ? seen : { key, text, value: read<T>(lasting, key) };
	if (now !== seen) setSeen(now);
	const set = useCallback(
		(value: T) => {
			lasting.set(key, JSON.stringify(value));
			for (const listener of listeners) listener();
		},
		[key],
	);
	return [now.value ?? otherwise, set];
}
