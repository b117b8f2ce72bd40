import { useWindowEvent } from "@mantine/hooks";

/** While a dialog is open its number keys work at once, wherever the focus is, except inside its own text fields. */
export function useNumberKeys(opened: boolean, pick: (index: number) => void) {
	useWindowEvent("keydown", (e) => {
		const typing = e.target instanceof HTMLInputElement && e.target.type === "text";
		if (!opened || typing || e.repeat || !/^[1-9]$/.test(e.key)) return;
		e.preventDefault();
		pick(Number(e.key) - 1);
	});
}
