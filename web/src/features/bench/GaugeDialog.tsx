import { Alert, Button, Modal, SegmentedControl, Select, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { FeatureView, GaugeBody, GaugeSetup } from "../../api/client";
import { Refusal } from "../../api/client";
import { useSetGauge } from "../../api/queries";
import { isBore } from "../../api/view";
import { KIND_WORD } from "../../api/words";
import { Dial } from "../../drawing/Dial";
import { parse, plain, type System } from "../../quantity/length";
import { INSTRUMENTS } from "./gauge-text";

interface GaugeDialogProps {
	opened: boolean;
	job: number;
	feature: FeatureView;
	/** The setup that holds now. */
	setup: GaugeSetup | undefined;
	unit: System;
	by: string;
	onClose: () => void;
}

/** Sets the gauge up for all parts of a kind: what it is, what it shows, and what it was zeroed on. */
export function GaugeDialog({ opened, job, feature, setup, unit, by, onClose }: GaugeDialogProps) {
	const set = useSetGauge(job);
	const bore = isBore(feature.kind);
	const turning = feature.kind === "runout";
	const [instrument, setInstrument] = useState<string>(
		setup?.instrument ?? feature.gauge_kind ?? (turning ? "indicator" : bore ? "bore_gauge" : "micrometer"),
	);
	const [division, setDivision] = useState(
		plain(setup?.division ?? feature.gauge_division ?? (unit === "in" ? 25_400 : bore ? 20_000 : 10_000), unit),
	);
	const [mode, setMode] = useState<string>(setup?.mode ?? (turning ? "length" : "direct"));
	const [setting, setSetting] = useState(setup?.setting === undefined ? "" : plain(setup.setting, unit));
	const [sense, setSense] = useState(String(setup?.sense ?? (bore ? -1 : 1)));
	const [errors, setErrors] = useState<Record<string, string>>({});
	const submit = (event: FormEvent) => {
		event.preventDefault();
		const d = parse(division, unit);
		const s = parse(setting, unit);
		const wrong: Record<string, string> = {};
		if (!d.ok) wrong.division = d.sentence;
		if (mode !== "direct" && !turning && !s.ok) wrong.setting = setting === "" ? "Say what the gauge was zeroed on." : s.sentence;
		setErrors(wrong);
		if (!d.ok || Object.keys(wrong).length > 0) return;
		const body: GaugeBody = {
			id: crypto.randomUUID(),
			kind: feature.kind,
			instrument: instrument as GaugeBody["instrument"],
			division: d.length,
			mode: mode as GaugeBody["mode"],
			setting: mode !== "direct" && s.ok ? s.length : undefined,
			sense: sense === "-1" ? -1 : 1,
			by,
		};
		set.mutate(body, { onSuccess: onClose, onError: (error) => error instanceof Refusal && setErrors(error.places) });
	};
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title={`The gauge for ${(KIND_WORD[feature.kind] ?? feature.kind).toLowerCase()}`}
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<form onSubmit={submit}>
				<Stack gap="sm">
					<Select
						label="Instrument"
						allowDeselect={false}
						data={Object.entries(INSTRUMENTS).map(([value, label]) => ({ value, label }))}
						value={instrument}
						onChange={(v) => v && setInstrument(v)}
					/>
					<TextInput
						label={`One division, ${unit}`}
						inputMode="decimal"
						classNames={{ input: "figure" }}
						value={division}
						error={errors.division}
						onChange={(e) => setDivision(e.currentTarget.value)}
					/>
					<SegmentedControl
						aria-label="What it shows"
						value={mode}
						onChange={setMode}
						data={[
							...(turning ? [] : [{ value: "direct", label: "The size" }]),
							{ value: "divisions", label: "Divisions from zero" },
							{ value: "length", label: "A deviation" },
						]}
					/>
					{mode === "direct" || turning ? null : (
						<>
							<TextInput
								label={`Zeroed on, ${unit}`}
								description="A ring, or a micrometer locked at a chosen size. Anvil and shims alone are no zero."
								inputMode="decimal"
								classNames={{ input: "figure" }}
								value={setting}
								error={errors.setting}
								onChange={(e) => setSetting(e.currentTarget.value)}
								data-autofocus
							/>
							<Dial smaller={sense === "-1"} />
							<SegmentedControl
								aria-label="Clockwise past zero means"
								value={sense}
								onChange={setSense}
								data={[
									{ value: "-1", label: "Clockwise is smaller" },
									{ value: "1", label: "Clockwise is larger" },
								]}
							/>
						</>
					)}
					{set.error && Object.keys(errors).length === 0 ? (
						<Alert color="orange" variant="light">
							{set.error.message}
						</Alert>
					) : null}
					<div className="soft">Zero the dial at the reversal point and check it on its standard before the first reading.</div>
					<Button type="submit" loading={set.isPending}>
						Use this gauge
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
