import { TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useCheckGauge, useWorkOutAnew } from "../../api/changes";
import type { AnewBody, FeatureView, GaugeSetup } from "../../api/client";
import { newId } from "../../api/id";
import look from "../../look/look.module.css";
import { parse, plain, type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { Anew } from "./Anew";
import { FormDialog } from "./FormDialog";
import { FromLine } from "./FromLine";

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
	const anew = useWorkOutAnew(job);
	const [chosen, setChosen] = useState(false);
	const [checkId] = useState(newId);
	const [id] = useState(newId);
	const [typed, setTyped] = useState("");
	const off = typed.trim() === "" ? { ok: true as const, length: 0 } : parse(typed, unit);
	const wasOff: AnewBody | undefined =
		off.ok && off.length !== 0 ? { id, kind: feature.kind, gauge: gauge?.id, off: off.length } : undefined;
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (!off.ok) return;
		const wrong = chosen ? wasOff : undefined;
		const after = wrong ? () => anew.mutate(wrong, { onSuccess: onClose }) : onClose;
		check.mutate({ id: checkId, kind: feature.kind, gauge: gauge?.id, off: off.length }, { onSuccess: after });
	};
	return (
		<FormDialog
			title={benchWords.zeroCheckedOnTheStandard}
			save={benchWords.checked}
			saving={check.isPending || anew.isPending}
			error={check.error ?? anew.error}
			onSubmit={submit}
			onClose={onClose}
		>
			<div>
				{gauge?.setting === undefined || feature.quantity !== "size"
					? benchWords.closeTheGaugeOnItsStandard
					: benchWords.putTheGaugeBackInWhat(show(gauge.setting, unit), unit)}
			</div>
			<FromLine gauge={gauge} onOff={(off) => setTyped(plain(off, unit))} />
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
			{feature.quantity === "weight" ? null : <Anew job={job} unit={unit} body={wasOff} chosen={chosen} onChoose={setChosen} />}
		</FormDialog>
	);
}
