import { TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useAddUnworn } from "../../api/changes";
import type { FeatureView } from "../../api/client";
import { newId } from "../../api/id";
import { placeOf } from "../../api/view";
import look from "../../look/look.module.css";
import { meaning } from "../../quantity/digits";
import { type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { FormDialog } from "./FormDialog";

interface UnwornDialogProps {
	job: number;
	feature: FeatureView;
	unit: System;
	onClose: () => void;
}

/** A size where nothing has run: above the ledge of a cylinder, beside the shell on a journal. */
export function UnwornDialog({ job, feature, unit, onClose }: UnwornDialogProps) {
	const add = useAddUnworn(job);
	const [typed, setTyped] = useState("");
	const m = meaning(typed, feature.expected, unit);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (m.kind !== "size") return;
		add.mutate({ ...placeOf(feature), reading: newId(), size: m.length }, { onSuccess: onClose });
	};
	return (
		<FormDialog
			title={benchWords.sizeOfTheUnwornPart}
			save={benchWords.save}
			saving={add.isPending}
			error={add.error}
			onSubmit={submit}
			onClose={onClose}
		>
			<div>{feature.kind === "cylinder" ? benchWords.readAboveTheLedgeWhereNo : benchWords.readWhereNothingHasRunSuch}</div>
			<TextInput
				label={benchWords.unworn(unit)}
				inputMode="decimal"
				classNames={{ input: look.figure }}
				description={
					m.kind === "size"
						? show(m.length, unit)
						: feature.unworn === undefined
							? benchWords.theLastDigitsOrTheWhole
							: benchWords.soFar(show(feature.unworn, unit))
				}
				value={typed}
				error={m.kind === "wrong" || m.kind === "more" ? m.sentence : undefined}
				onChange={(e) => setTyped(e.currentTarget.value)}
				data-autofocus
			/>
		</FormDialog>
	);
}
