import { useLayoutEffect, useRef } from "react";
import { type Handler, keys } from "./keys";

/** What keys do for as long as this is drawn; there before anybody sees it. */
export function useKeys(handler: Handler) {
	const latest = useRef(handler);
	useLayoutEffect(() => {
		latest.current = handler;
	});
	useLayoutEffect(() => keys.add((press) => latest.current(press)), []);
}

/** A key that does something on a place while nobody types and no dialog is open. */
export function useKey(key: string, act: () => void, enabled = true) {
	useKeys((press) => {
		if (press.key !== key || press.mod || press.typing || press.dialog || !enabled) return false;
		act();
		return true;
	});
}

/** While it asks something, a dialog's number keys work at once, wherever the focus is, except inside its own text fields. */
export function useNumberKeys(asks: boolean, pick: (index: number) => void) {
	useKeys((press) => {
		if (!asks || !press.dialog || press.typing || press.mod || !/^[1-9]$/.test(press.key)) return false;
		pick(Number(press.key) - 1);
		return true;
	});
}
