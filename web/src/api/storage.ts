/**
 * What this browser keeps. Storage may be full, blocked by a setting, or taken away while the page is open: then values are
 * kept in this page's memory, and who asks can say so. Nothing else of the front end touches the browser's storage.
 */
export interface Storage {
	get(key: string): string | undefined;
	/** Keeps a value; false where it lasts no longer than this page. */
	set(key: string, value: string): boolean;
	remove(key: string): void;
	keys(): string[];
}

/** A storage over the browser's, which may refuse to be looked at. */
function over(browser: () => globalThis.Storage): Storage {
	/** What the browser did not keep; undefined for what it could not remove. */
	const memory = new Map<string, string | undefined>();
	const attempt = <T>(act: (storage: globalThis.Storage) => T): T | undefined => {
		try {
			return act(browser());
		} catch {
			return undefined;
		}
	};
	return {
		get: (key) => (memory.has(key) ? memory.get(key) : (attempt((s) => s.getItem(key)) ?? undefined)),
		set(key, value) {
			const kept = attempt((s) => {
				s.setItem(key, value);
				return s.getItem(key) === value;
			});
			if (kept) memory.delete(key);
			else memory.set(key, value);
			return kept ?? false;
		},
		remove(key) {
			const removed = attempt((s) => {
				s.removeItem(key);
				return true;
			});
			if (removed) memory.delete(key);
			else memory.set(key, undefined);
		},
		keys() {
			const found = new Set(attempt((s) => Array.from({ length: s.length }, (_, i) => s.key(i) ?? "")) ?? []);
			for (const [key, value] of memory) {
				if (value === undefined) found.delete(key);
				else found.add(key);
			}
			return [...found];
		},
	};
}

/** Outlives the browser, and is shared by its pages. */
export const lasting = over(() => window.localStorage);

/** Outlives a reload of this page. */
export const passing = over(() => window.sessionStorage);

/** A value that was kept as JSON; undefined where there is none, or none that can be read. */
export function read<T>(storage: Storage, key: string): T | undefined {
	const text = storage.get(key);
	try {
		return text === undefined ? undefined : (JSON.parse(text) as T);
	} catch {
		return undefined;
	}
}
