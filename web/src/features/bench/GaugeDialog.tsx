import { Alert, Button, Checkbox, Group, Modal, SegmentedControl, Select, Stack, TextInput } from "@mantine/core";
import type { FeatureView, GaugeBody, GaugeSetup } from "../../api/client";
import { gaugeRows, plural, rowOf } from "../../api/table";
import { Dial } from "../../drawing/Dial";
import { plain, type System, show } from "../../quantity/length";
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
	const { fields, change, errors, deviates, submit, set } = useGaugeForm(job, feature, setup, unit, onClose);
	const modes = modesFor(feature);
	const figure = { inputMode: "decimal", classNames: { input: "figure" } } as const;
	return (
		<Modal
			opened
			onClose={onClose}
			title={`The gauge for ${plural(feature.kind).toLowerCase()}`}
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<form onSubmit={submit}>
				<Stack gap="sm">
					<Group grow align="flex-start">
						<Select
							label="Instrument"
							allowDeselect={false}
							data={gaugeRows().map(({ kind, title }) => ({ value: kind, label: title }))}
							value={fields.instrument}
							onChange={(v) => v && change({ instrument: v })}
						/>
						<TextInput
							label={fields.mode === "feeler" ? `Leaves apart, ${unit}` : `One division, ${unit}`}
							{...figure}
							value={fields.division}
							error={errors.division}
							onChange={(e) => change({ division: e.currentTarget.value })}
						/>
					</Group>
					{modes.length > 0 ? (
						<SegmentedControl
							aria-label="What it shows"
							fullWidth
							value={fields.mode}
							onChange={(v) => change({ mode: v as GaugeBody["mode"] })}
							data={modes}
						/>
					) : null}
					{fields.mode === "strip" ? (
						<TextInput
							label={`Clearances printed on it, ${unit}`}
							description="In their order, with spaces. A width between two of them lies half way or so between."
							{...figure}
							value={fields.steps}
							error={errors.steps}
							onChange={(e) => change({ steps: e.currentTarget.value })}
						/>
					) : null}
					{fields.mode === "vernier" ? (
						<TextInput
							label={`Frame begins at, ${unit}`}
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
							label="A whole number counts"
							description="3 is then so many of these; .003 is a length in the unit shown."
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
								aria-label="Clockwise past zero means"
								value={fields.sense}
								onChange={(sense) => change({ sense })}
								data={[
									{ value: "-1", label: "Clockwise is smaller" },
									{ value: "1", label: "Clockwise is larger" },
								]}
							/>
						</>
					) : null}
					{feature.quantity === "size" ? (
						<details>
							<summary className="soft">What the shop found of this gauge</summary>
							<Group grow align="flex-start" mt={6}>
								<TextInput
									label={`Repeats within, ${unit}`}
									description="one standard deviation; empty: half a division"
									{...figure}
									value={fields.repeatability}
									error={errors.repeatability}
									onChange={(e) => change({ repeatability: e.currentTarget.value })}
								/>
								<TextInput
									label={`Zero known to, ${unit}`}
									description="standard uncertainty; empty: half a division"
									{...figure}
									value={fields.setting_u}
									error={errors.setting_u}
									onChange={(e) => change({ setting_u: e.currentTarget.value })}
								/>
							</Group>
						</details>
					) : null}
					{set.error && Object.keys(errors).length === 0 ? (
						<Alert color="orange" variant="light">
							{set.error.message}
						</Alert>
					) : null}
					{feature.quantity === "size" ? (
						<Checkbox
							label="Zero checked on its standard just now, at the reversal point"
							checked={fields.checked}
							onChange={(e) => change({ checked: e.currentTarget.checked })}
						/>
					) : null}
					<Button type="submit" loading={set.isPending}>
						Use this gauge
					</Button>
				</Stack>
			</form>
		</Modal>
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
					aria-label="Zeroed on"
					value={fields.mating ? "mate" : "size"}
					onChange={(v) => change({ mating: v === "mate" })}
					data={[
						{ value: "size", label: "Zeroed on a size" },
						{ value: "mate", label: `Zeroed on ${mate}` },
					]}
				/>
			) : null}
			{fields.mating ? (
				<div className="soft">
					The dial then shows the clearance itself.{" "}
					{feature.mating ? (
						<>
							{feature.mating.title} measures <span className="figure">{show(feature.mating.size, unit)}</span>: lock the
							micrometer there.
						</>
					) : (
						"Measure the part that runs in it first."
					)}
				</div>
			) : (
				<>
					<TextInput
						label={`Zeroed on, ${unit}`}
						description="A ring, or a micrometer locked at a chosen size. Anvil and shims alone are no zero."
						inputMode="decimal"
						classNames={{ input: "figure" }}
						value={fields.setting}
						error={error}
						onChange={(e) => change({ setting: e.currentTarget.value })}
						data-autofocus
					/>
					<TextInput
						label={`Anvil + shims, ${unit}`}
						description={
							sum === undefined
								? "Adds them up, to choose a round figure."
								: `together ${show(sum, unit)}: set the micrometer to a figure near it`
						}
						placeholder={unit === "in" ? "3.2 + 0.05 + 0.02" : "80 + 2 + 0.5"}
						classNames={{ input: "figure" }}
						value={fields.anvil}
						onChange={(e) => change({ anvil: e.currentTarget.value })}
						rightSectionWidth={70}
						rightSection={
							sum === undefined ? undefined : (
								<Button size="compact-xs" variant="subtle" onClick={() => change({ setting: plain(sum, unit) })}>
									take
								</Button>
							)
						}
					/>
				</>
			)}
		</>
	);
}
