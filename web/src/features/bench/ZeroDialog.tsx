import { TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useCheckGauge } from "../../api/changes";
import type { FeatureView, GaugeSetup } from "../../api/client";
import { newId } from "../../api/id";
import look from "../../look/look.module.css";
import { parse, type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { FormDialog } from "./FormDialog";

interface ZeroDialogProps {
	job: number;
	feature: FeatureView;
	gauge: GaugeSetup | undefined;
	unit: System;
	onClose: () => void;
}

/** The gauge was checked on its standard: Enter says it stood at zero, a figure says how far off. */
export function ZeroDialog({ job, feature, gauge, unit, onClose }: ZeroDialogProps) {
	const check = useCheckGauge(job);
	const [typed, setTyped] = useState("");
	const off = typed.trim() === "" ? { ok: true as const, length: 0 } : parse(typed, unit);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (!off.ok) return;
		check.mutate({ id: newId(), kind: feature.kind, gauge: gauge?.id, off: off.length }, { onSuccess: onClose });
	};
	return (
		<FormDialog
			title={benchWords.zeroCheckedOnTheStandard}
			save={benchWords.checked}
			saving={check.isPending}
			error={check.error}
			onSubmit={submit}
			onClose={onClose}
		>
			<div>
				{gauge?.setting === undefined || feature.quantity !== "size"
					? benchWords.closeTheGaugeOnItsStandard
					: benchWords.putTheGaugeBackInWhat(show(gauge.setting, unit), unit)}
			</div>
			<TextInput
				label={benchWords.offBy(unit)}
				description={benchWords.nothingWhereItStandsAtZero}
				placeholder="0"
				inputMode="decimal"
				classNames={{ input: look.figure }}
				value={typed}
				error={off.ok ? undefined : off.sentence}
				onChange={(e) => setTyped(e.currentTarget.value)}
				data-autofocus
			/>
		</FormDialog>
	);
}
