import { Alert, Button } from "@mantine/core";
import { type UseFormInput, useForm } from "@mantine/form";
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
 * A form whose typed values outlive a link that is followed, the Back button and a reload of the page; `drop` forgets them once
 * they are saved. `came` tells that they were brought back, `back` starts again from what is saved.
 */
export function useKeptForm<T extends object>(
	name: string,
	saved: () => T,
	rules: Pick<UseFormInput<T>, "validate" | "onValuesChange"> = {},
) {
	const key = `ledge.form.${name}`;
	const [kept] = useState(() => read<T>(key));
	const [came, setCame] = useState(kept !== undefined);
	const form = useForm<T>({
		validate: rules.validate,
		initialValues: kept ?? saved(),
		initialDirty: kept ? { [Object.keys(kept)[0] ?? ""]: true } : undefined,
		onValuesChange: (values, before) => {
			sessionStorage.setItem(key, JSON.stringify(values));
			rules.onValuesChange?.(values, before);
		},
	});
	const drop = () => {
		sessionStorage.removeItem(key);
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
