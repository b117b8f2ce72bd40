import { type RefObject, useEffect, useLayoutEffect, useRef } from "react";
import { drainEarlyKeys } from "../../ui/early-keys";

/**
 * Gives the entry the focus, both hands hold the gauge, but not while somebody is asked who they are. Takes the keys that are pressed
 * while it has none: those from before the page was drawn, and those after a dialog has closed. Digits are never lost for want of a click.
 */
export function useFirstKeys(
	input: RefObject<HTMLInputElement | null>,
	free: boolean,
	listening: boolean,
	press: (key: string) => boolean,
	type: (text: string) => void,
) {
	const latest = useRef({ press, type, listening });
	useLayoutEffect(() => {
		latest.current = { press, type, listening };
	});
	useLayoutEffect(() => {
		if (free) input.current?.focus();
	}, [input, free]);
	// A dialog that closes while it still opens takes the focus along: it comes back once the dialog is gone.
	useEffect(() => {
		if (!free || !listening) return;
		const timer = setInterval(() => {
			if (document.querySelector('[role="dialog"]')) return;
			if (document.activeElement === document.body) input.current?.focus();
			clearInterval(timer);
		}, 100);
		return () => clearInterval(timer);
	}, [input, free, listening]);
	useEffect(() => {
		const take = (key: string) => {
			if (!latest.current.press(key) && key.length === 1) latest.current.type(key);
		};
		const early = drainEarlyKeys();
		if (early !== "") latest.current.type(early);
		const onKey = (e: KeyboardEvent) => {
			const nowhere = document.activeElement === document.body || document.activeElement === null;
			if (!latest.current.listening || !nowhere || e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
			if (document.querySelector('[role="dialog"]')) return;
			if (e.key !== "Enter" && e.key.length !== 1) return;
			e.preventDefault();
			input.current?.focus();
			take(e.key);
		};
		window.addEventListener("keydown", onKey);
		return () => window.removeEventListener("keydown", onKey);
	}, [input]);
}
