import { Button, Checkbox, Group, SegmentedControl, Select, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { FeatureView, GaugeBody, GaugeSetup } from "../../api/client";
import { cabinetQuery, type Instrument } from "../../api/gauges";
import { gaugeRows, plural, rowOf } from "../../api/table";
import { Dial } from "../../drawing/Dial";
import look from "../../look/look.module.css";
import { plain, type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { gaugesWords } from "../../words/gauges";
import { Rich } from "../../words/Rich";
import { Anew } from "./Anew";
import { FormDialog } from "./FormDialog";
import { built, COUNTS, modesFor, useGaugeForm } from "./gauge-form";

interface GaugeDialogProps {
	job: number;
	feature: FeatureView;
	/** The setup that holds now. */
	setup: GaugeSetup | undefined;
	unit: System;
	onClose: () => void;
}

/** Sets the gauge up for all parts of a kind: what it is, what it shows, and what it was zeroed on. */
export function GaugeDialog({ job, feature, setup, unit, onClose }: GaugeDialogProps) {
	const form = useGaugeForm(job, feature, setup, unit, onClose);
	const { fields, change, errors, deviates, submit } = form;
	const modes = modesFor(feature);
	const figure = { inputMode: "decimal", classNames: { input: look.figure } } as const;
	return (
		<FormDialog
			title={benchWords.theGaugeFor(plural(feature.kind).toLowerCase())}
			save={benchWords.useThisGauge}
			saving={form.saving}
			error={Object.keys(errors).length === 0 ? form.error : null}
			onSubmit={submit}
			onClose={onClose}
		>
			<FromCabinet feature={feature} fields={fields} unit={unit} change={change} error={errors.cabinet} />
			<Group grow align="flex-start">
				<Select
					label={benchWords.instrument}
					allowDeselect={false}
					data={gaugeRows().map(({ kind, title }) => ({ value: kind, label: title }))}
					value={fields.instrument}
					onChange={(v) => v && change({ instrument: v })}
				/>
				<TextInput
					label={fields.mode === "feeler" ? benchWords.leavesApart(unit) : benchWords.oneDivision(unit)}
					{...figure}
					value={fields.division}
					error={errors.division}
					data-autofocus
					onChange={(e) => change({ division: e.currentTarget.value })}
				/>
			</Group>
			{modes.length > 0 ? (
				<SegmentedControl
					aria-label={benchWords.whatItShows}
					orientation={modes.length > 3 ? "vertical" : "horizontal"}
					fullWidth
					value={fields.mode}
					onChange={(v) => change({ mode: v as GaugeBody["mode"] })}
					data={modes}
				/>
			) : null}
			{fields.mode === "strip" ? (
				<TextInput
					label={benchWords.clearancesPrintedOnIt(unit)}
					description={benchWords.inTheirOrderWithSpacesA}
					{...figure}
					value={fields.steps}
					error={errors.steps}
					onChange={(e) => change({ steps: e.currentTarget.value })}
				/>
			) : null}
			{fields.mode === "vernier" ? (
				<TextInput
					label={benchWords.frameBeginsAt(unit)}
					{...figure}
					value={fields.setting}
					error={errors.setting}
					onChange={(e) => change({ setting: e.currentTarget.value })}
					data-autofocus
				/>
			) : null}
			{deviates ? <Zero feature={feature} unit={unit} fields={fields} change={change} error={errors.setting} /> : null}
			{fields.mode === "length" ? (
				<Select
					label={benchWords.aWholeNumberCounts}
					description={benchWords.n3IsThenSoManyOf}
					allowDeselect={false}
					data={COUNTS}
					value={fields.counts}
					onChange={(v) => v && change({ counts: v })}
				/>
			) : null}
			{deviates || feature.quantity === "dial" ? (
				<>
					<Dial smaller={fields.sense === "-1"} />
					<SegmentedControl
						aria-label={benchWords.clockwisePastZeroMeans}
						value={fields.sense}
						onChange={(sense) => change({ sense })}
						data={[
							{ value: "-1", label: benchWords.clockwiseIsSmaller },
							{ value: "1", label: benchWords.clockwiseIsLarger },
						]}
					/>
				</>
			) : null}
			<Anew job={job} unit={unit} body={form.wrongSoFar} chosen={form.anewToo} onChoose={form.setAnewToo} />
			{feature.quantity === "size" ? (
				<details>
					<summary className={look.soft}>{benchWords.whatTheShopFoundOfThis}</summary>
					<Group grow align="flex-start" mt={6}>
						<TextInput
							label={benchWords.repeatsWithin(unit)}
							description={benchWords.oneStandardDeviationEmptyHalfA}
							{...figure}
							value={fields.repeatability}
							error={errors.repeatability}
							onChange={(e) => change({ repeatability: e.currentTarget.value })}
						/>
						<TextInput
							label={benchWords.zeroKnownTo(unit)}
							description={benchWords.standardUncertaintyEmptyHalfA}
							{...figure}
							value={fields.setting_u}
							error={errors.setting_u}
							onChange={(e) => change({ setting_u: e.currentTarget.value })}
						/>
					</Group>
					<Checkbox
						mt={8}
						label={benchWords.noFinerGaugeHere}
						description={benchWords.valuesNearTheirLimitAreThenDecided}
						checked={fields.finest}
						onChange={(e) => change({ finest: e.currentTarget.checked })}
					/>
				</details>
			) : null}
			{feature.quantity === "size" ? (
				<Checkbox
					label={benchWords.zeroCheckedOnItsStandardJust}
					checked={fields.checked}
					onChange={(e) => change({ checked: e.currentTarget.checked })}
				/>
			) : null}
		</FormDialog>
	);
}

/** Whether the part lies in an instrument's range, as far as either is known; a dial on a stand reaches any. */
const reaches = ({ facts }: Instrument, { quantity, expected }: FeatureView) =>
	quantity !== "size" ||
	!expected ||
	facts.kind === "indicator" ||
	((facts.from ?? 0) <= expected.size && (!facts.to || expected.size <= facts.to));

interface FromCabinetProps {
	feature: FeatureView;
	fields: { cabinet: string; standard: string };
	unit: System;
	change: (more: {
		cabinet: string;
		standard: string;
		instrument?: GaugeBody["instrument"];
		division?: string;
		sense?: string;
	}) => void;
	error: string | undefined;
}

/** One of the shop's own instruments: what is told of it fills the fields, what was found of it counts. */
function FromCabinet({ feature, fields, unit, change, error }: FromCabinetProps) {
	const all = useQuery(cabinetQuery).data ?? [];
	const list = all.filter((i) => i.id === fields.cabinet || reaches(i, feature));
	const one = list.find((i) => i.id === fields.cabinet);
	if (list.length === 0) return null;
	return (
		<Group grow align="flex-start">
			<Select
				label={gaugesWords.pick}
				data={list.map((i) => ({
					value: i.id,
					label: `${i.facts.name} ${i.facts.tag}`.trim(),
					disabled: i.out !== undefined,
				}))}
				placeholder={gaugesWords.noPick}
				clearable
				value={fields.cabinet || null}
				error={error}
				onChange={(id) => {
					const facts = list.find((i) => i.id === id)?.facts;
					if (!facts) return change({ cabinet: "", standard: "" });
					change({
						cabinet: id ?? "",
						standard: facts.standards?.[0]?.name ?? "",
						instrument: facts.kind,
						division: plain(facts.division, unit),
						sense: String(facts.sense),
					});
				}}
			/>
			{one?.facts.standards && one.facts.standards.length > 0 ? (
				<Select
					label={gaugesWords.setOn}
					allowDeselect={false}
					data={one.facts.standards.map((s) => s.name)}
					value={fields.standard}
					onChange={(s) => change({ cabinet: fields.cabinet, standard: s ?? "" })}
				/>
			) : null}
		</Group>
	);
}

interface ZeroProps {
	feature: FeatureView;
	unit: System;
	fields: { setting: string; mating: boolean; anvil: string };
	change: (more: { setting?: string; mating?: boolean; anvil?: string }) => void;
	error: string | undefined;
}

/** What the gauge was zeroed on: a chosen size, or the part that runs in this one. */
function Zero({ feature, unit, fields, change, error }: ZeroProps) {
	const runs = rowOf(feature.kind).mate;
	const mate = runs ? `each ${rowOf(runs).role === "journal" ? "journal" : rowOf(runs).title.toLowerCase()}` : undefined;
	const sum = built(fields.anvil, unit);
	return (
		<>
			{mate ? (
				<SegmentedControl
					aria-label={benchWords.zeroedOn}
					value={fields.mating ? "mate" : "size"}
					onChange={(v) => change({ mating: v === "mate" })}
					data={[
						{ value: "size", label: benchWords.zeroedOnASize },
						{ value: "mate", label: benchWords.zeroedOn2(mate) },
					]}
				/>
			) : null}
			{fields.mating ? (
				<div className={look.soft}>
					{benchWords.theDialThenShowsTheClearance}{" "}
					{feature.mating ? (
						<Rich
							text={benchWords.lockTheMicrometer}
							part={feature.mating.title}
							size={<span className={look.figure}>{show(feature.mating.size, unit)}</span>}
						/>
					) : (
						benchWords.measureThePartThatRunsIn
					)}
				</div>
			) : (
				<>
					<TextInput
						label={benchWords.zeroedOn3(unit)}
						description={benchWords.aRingOrAMicrometerLocked}
						inputMode="decimal"
						classNames={{ input: look.figure }}
						value={fields.setting}
						error={error}
						onChange={(e) => change({ setting: e.currentTarget.value })}
						data-autofocus
					/>
					<TextInput
						label={benchWords.anvilShims(unit)}
						description={
							sum === undefined ? benchWords.addsThemUpToChooseA : benchWords.togetherSetTheMicrometerToA(show(sum, unit))
						}
						placeholder={unit === "in" ? "2.9 + 0.05 + 0.03" : "80 + 2 + 0.5"}
						classNames={{ input: look.figure }}
						value={fields.anvil}
						onChange={(e) => change({ anvil: e.currentTarget.value })}
						rightSectionWidth={70}
						rightSection={
							sum === undefined ? undefined : (
								<Button size="compact-xs" variant="subtle" onClick={() => change({ setting: plain(sum, unit) })}>
									{benchWords.take}
								</Button>
							)
						}
					/>
				</>
			)}
		</>
	);
}
