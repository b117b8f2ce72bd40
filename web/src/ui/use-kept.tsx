import { Alert, Button } from "@mantine/core";
import { useState } from "react";
import { appWords } from "../words/app";

function read<T>(key: string): T | undefined {
	const text = sessionStorage.getItem(key);
	try {
		return text ? (JSON.parse(text) as T) : undefined;
	} catch {
		return undefined;
	}
}

/**
 * What is typed into a form and not saved yet. It outlives a link that is followed, the Back button and a reload of the page; `drop`
 * forgets it once it is saved. `came` tells that it was brought back.
 */
export function useKept<T>(name: string, saved: () => T) {
	const key = `ledge.form.${name}`;
	const [came, setCame] = useState(() => read<T>(key) !== undefined);
	const [value, setValue] = useState<T>(() => read<T>(key) ?? saved());
	const set = (change: T | ((before: T) => T)) =>
		setValue((before) => {
			const after = typeof change === "function" ? (change as (before: T) => T)(before) : change;
			sessionStorage.setItem(key, JSON.stringify(after));
			return after;
		});
	const drop = () => {
		sessionStorage.removeItem(key);
		setCame(false);
	};
	const back = () => {
		drop();
		setValue(saved());
	};
	return { value, set, drop, came, back };
}

/** Says that what was typed before is here again, and offers to start from what is saved. */
export function CameBack({ came, back }: { came: boolean; back: () => void }) {
	if (!came) return null;
	return (
		<Alert color="layout" variant="light" p="xs">
			{appWords.whatYouTypedHereBeforeIs}
			<Button size="compact-sm" variant="subtle" onClick={back}>
				{appWords.startFromWhatIsSaved}
			</Button>
		</Alert>
	);
}
