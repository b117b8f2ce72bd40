import type { UseFormReturnType } from "@mantine/form";
import { useState } from "react";
import { Refusal } from "../../api/client";
import type { System } from "../../quantity/length";
import type { Judging } from "./LimitsEditor";
import { fieldErrors, goToWrong, likelyTexts } from "./refused";

/** Saving limits: what the server refuses stands at its field, what looks mistyped is asked about with what was likely meant. */
export function useMistyped<V extends Judging>(
	form: UseFormReturnType<V>,
	unit: System,
	send: (values: V, sure: boolean) => void,
) {
	/** What was likely meant, by field. */
	const [asked, setAsked] = useState<Record<string, string>>({});
	const settle = () => setAsked({});
	const refused = (error: Error) => {
		if (!(error instanceof Refusal)) return;
		const wrong = fieldErrors(error.places);
		const likely = likelyTexts(error, unit);
		form.setErrors(wrong);
		setAsked(likely);
		if (Object.keys(likely).length === 0) goToWrong(Object.keys(wrong));
	};
	const submit = (sure = false) =>
		form.onSubmit(
			(values) => send(values as V, sure),
			(wrong) => goToWrong(Object.keys(wrong)),
		);
	/** Takes what was likely meant, and saves it. */
	const mean = () => {
		const meant = { ...form.values, typed: { ...form.values.typed, ...asked } };
		form.setValues(meant);
		form.clearErrors();
		settle();
		send(meant, false);
	};
	return { asked, settle, refused, submit, mean };
}
