import { Checkbox, Group, SegmentedControl, Select, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useSetCondition } from "../../api/changes";
import { type Condition, type ConditionBody, type FeatureView, Refusal } from "../../api/client";
import { newId } from "../../api/id";
import { membersOfList, plural, rowOf } from "../../api/table";
import look from "../../look/look.module.css";
import { benchWords } from "../../words/bench";
import { FormDialog } from "./FormDialog";

interface ConditionDialogProps {
	job: number;
	feature: FeatureView;
	now: Condition | undefined;
	onClose: () => void;
}

type Tri = "" | "yes" | "no";
const tri = (value: boolean | undefined): Tri => (value === undefined ? "" : value ? "yes" : "no");
const bool = (value: Tri): boolean | undefined => (value === "" ? undefined : value === "yes");
const degree = (text: string): number | undefined => (text.trim() === "" ? undefined : Number(text.replace(",", ".")));

/** How parts of a kind are held while they are read, and how warm they are. */
export function ConditionDialog({ job, feature, now, onClose }: ConditionDialogProps) {
	const set = useSetCondition(job);
	const [torqued, setTorqued] = useState<Tri>(tri(now?.torqued));
	const [plate, setPlate] = useState<Tri>(tri(now?.deck_plate));
	const [studs, setStuds] = useState<Tri>(tri(now?.studs));
	const [shells, setShells] = useState<Tri>(tri(now?.shells_in));
	const [part, setPart] = useState(now?.part_c === undefined ? "" : String(now.part_c));
	const [gauge, setGauge] = useState(now?.gauge_c === undefined ? "" : String(now.gauge_c));
	const [material, setMaterial] = useState<string>(now?.material ?? "");
	const [alike, setAlike] = useState(now?.alike === true);
	const [note, setNote] = useState(now?.note ?? "");
	const [errors, setErrors] = useState<Record<string, string>>({});
	const submit = (event: FormEvent) => {
		event.preventDefault();
		const wrong: Record<string, string> = {};
		for (const [name, text] of [
			["part_c", part],
			["gauge_c", gauge],
		] as const) {
			const value = degree(text);
			if (value !== undefined && !(value >= -40 && value <= 120)) wrong[name] = benchWords.degreesCelsiusFrom40To120;
		}
		setErrors(wrong);
		if (Object.keys(wrong).length > 0) return;
		const body: ConditionBody = {
			id: newId(),
			kind: feature.kind,
			torqued: bool(torqued),
			deck_plate: bool(plate),
			shells_in: bool(shells),
			studs: bool(studs),
			part_c: degree(part),
			gauge_c: degree(gauge),
			material: material as ConditionBody["material"],
			alike,
			note,
		};
		set.mutate(body, { onSuccess: onClose, onError: (error) => error instanceof Refusal && setErrors(error.places) });
	};
	const bore = /housing|bearing|tunnel|alignment/.test(feature.kind);
	const onBlock = rowOf(feature.kind).component === "block" || now?.deck_plate !== undefined; // it bends nothing else
	return (
		<FormDialog
			title={benchWords.howAreHeld(plural(feature.kind).toLowerCase())}
			save={benchWords.save}
			saving={set.isPending}
			error={Object.keys(errors).length === 0 ? set.error : null}
			onSubmit={submit}
			onClose={onClose}
		>
			{bore ? <Choice label={benchWords.capsTorquedInStepsInSequence} value={torqued} onChange={setTorqued} /> : null}
			{onBlock ? <Choice label={benchWords.deckPlateTorquedOn} value={plate} onChange={setPlate} /> : null}
			{onBlock ? <Choice label={benchWords.studsTightened} value={studs} onChange={setStuds} /> : null}
			{bore ? <Choice label={benchWords.shellsIn} value={shells} onChange={setShells} /> : null}
			<Group grow align="flex-start">
				<TextInput
					label={benchWords.partC}
					inputMode="decimal"
					value={part}
					error={errors.part_c}
					data-autofocus
					onChange={(e) => setPart(e.currentTarget.value)}
				/>
				<TextInput
					label={benchWords.gaugeC}
					inputMode="decimal"
					value={gauge}
					error={errors.gauge_c}
					onChange={(e) => setGauge(e.currentTarget.value)}
				/>
				<Select
					label={benchWords.partIsOf}
					data={[{ value: "", label: "–" }, ...membersOfList("material").map((m) => ({ value: m.value, label: m.word }))]}
					value={material}
					error={errors.material}
					allowDeselect={false}
					onChange={(v) => setMaterial(v ?? "")}
				/>
			</Group>
			<Checkbox label={benchWords.leftTogether} checked={alike} onChange={(e) => setAlike(e.currentTarget.checked)} />
			<div className={look.soft}>{benchWords.withBothTemperaturesAndTheMaterial}</div>
			<TextInput
				label={benchWords.note}
				placeholder={benchWords.torqueLubricantStuds}
				value={note}
				maxLength={200}
				onChange={(e) => setNote(e.currentTarget.value)}
			/>
		</FormDialog>
	);
}

function Choice({ label, value, onChange }: { label: string; value: Tri; onChange: (value: Tri) => void }) {
	return (
		<Group justify="space-between">
			<span>{label}</span>
			<SegmentedControl
				aria-label={label}
				value={value}
				onChange={(v) => onChange(v as Tri)}
				data={[
					{ value: "", label: "not specified" },
					{ value: "yes", label: "yes" },
					{ value: "no", label: "no" },
				]}
			/>
		</Group>
	);
}
