import { Alert, Button } from "@mantine/core";
import { type UseFormInput, useForm } from "@mantine/form";
import { useState } from "react";
import { lasting, passing, read } from "../api/storage";
import { appWords } from "../words/app";

const keyOf = (name: string) => `ledge.form.${name}`;

/** Whether something is typed under a lasting name and not saved. */
export const isKept = (name: string): boolean => lasting.get(keyOf(name)) !== undefined;

/**
 * A form whose typed values outlive a link that is followed, the Back button and a reload of the page; `drop` forgets them once
 * they are saved. `came` tells that they were brought back, `back` starts again from what is saved. What is `lasting` outlives
 * the browser, too.
 */
export function useKeptForm<T extends object>(
	name: string,
	saved: () => T,
	rules: Pick<UseFormInput<T>, "validate" | "onValuesChange"> & { lasting?: boolean } = {},
) {
	const key = keyOf(name);
	const storage = rules.lasting ? lasting : passing;
	const [kept] = useState(() => read<T>(storage, key));
	const [came, setCame] = useState(kept !== undefined);
	const form = useForm<T>({
		validate: rules.validate,
		initialValues: kept ?? saved(),
		initialDirty: kept ? { [Object.keys(kept)[0] ?? ""]: true } : undefined,
		onValuesChange: (values, before) => {
			storage.set(key, JSON.stringify(values));
			rules.onValuesChange?.(values, before);
		},
	});
	const drop = () => {
		storage.remove(key);
		setCame(false);
		form.resetDirty();
	};
	const back = () => {
		form.setValues(saved());
		form.clearErrors();
		drop();
	};
	return { form, came, drop, back };
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
