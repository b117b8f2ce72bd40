import { type RefObject, useEffect, useLayoutEffect } from "react";
import { useKeys } from "../../ui/use-key";

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
	useKeys(({ key, mod, dialog, nowhere, done }) => {
		if (!listening || !nowhere || mod || dialog || done || (key !== "Enter" && key.length !== 1)) return false;
		input.current?.focus();
		if (!press(key) && key.length === 1) type(key);
		return true;
	});
}
