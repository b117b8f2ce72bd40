import { useWindowEvent } from "@mantine/hooks";

/** A letter that does something on a place while nobody types and no dialog is open. */
export function useKey(letter: string, act: () => void, enabled = true) {
	useWindowEvent("keydown", (e) => {
		const typing = e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement;
		if (e.key !== letter || e.ctrlKey || e.metaKey || e.altKey || e.repeat || typing || !enabled) return;
		if (!document.querySelector('[role="dialog"]')) act();
	});
}
