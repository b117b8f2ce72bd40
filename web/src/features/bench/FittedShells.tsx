import { Select } from "@mantine/core";
import type { FeatureView, JobView } from "../../api/client";
import { useSetFitted } from "../../api/queries";
import { placeOf } from "../../api/view";
import { show, showSigned, showStep } from "../../quantity/length";

/** Which shells are in while the bearing is measured: another shell moves the clearance, another undersize is no fit at all. */
export function FittedShells({ view, feature }: { view: JobView; feature: FeatureView }) {
	const set = useSetFitted(view.job.id);
	const system = view.job.unit;
	const limits = view.job.limits.book[feature.kind.replace("_bearing", "_journal")];
	const shells = [...new Set([0, ...(limits?.shells ?? [])])].sort((a, b) => a - b);
	const steps = [0, ...(limits?.undersizes ?? [])];
	const send = (step: number | undefined, shell: number) =>
		set.mutate({
			...placeOf(feature),
			shell,
			...(step === undefined ? {} : { step }),
		});
	return (
		<div style={{ display: "flex", gap: 16, flexWrap: "wrap", marginTop: 12 }}>
			<Select
				label="Shells in: undersize"
				allowDeselect={false}
				data={[
					{ value: "", label: "as the crank is" },
					...steps.map((s) => ({ value: String(s), label: s === 0 ? "standard" : `${showStep(s, system)} under` })),
				]}
				value={feature.fitted_step === undefined ? "" : String(feature.fitted_step)}
				onChange={(v) => send(v ? Number(v) : undefined, feature.fitted_shell ?? 0)}
			/>
			<Select
				label="Select fit"
				allowDeselect={false}
				data={shells.map((s) => ({
					value: String(s),
					label: s === 0 ? `standard (${show(0, system)})` : `${showSigned(s, system)} clearance`,
				}))}
				value={String(feature.fitted_shell ?? 0)}
				onChange={(v) => v !== null && send(feature.fitted_step, Number(v))}
				error={set.error?.message}
			/>
		</div>
	);
}
