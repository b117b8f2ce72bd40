import { Checkbox, Select } from "@mantine/core";
import { useSetFitted } from "../../api/changes";
import type { FeatureView, JobView } from "../../api/client";
import { placeOf } from "../../api/view";
import { show, showSigned, showStep } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

/** Which shells are in while the bearing is measured: another shell moves the clearance, another undersize is no fit at all. */
export function FittedShells({ view, feature }: { view: JobView; feature: FeatureView }) {
	const set = useSetFitted(view.job.id);
	const system = view.job.unit;
	const limits = view.job.limits.book[feature.kind.replace("_bearing", "_journal")];
	const shells = [...new Set([0, ...(limits?.shells ?? [])])].sort((a, b) => a - b);
	const steps = [0, ...(limits?.undersizes ?? [])];
	const send = (step: number | undefined, shell: number, used = feature.fitted_used ?? false) =>
		set.mutate({
			...placeOf(feature),
			shell,
			used,
			...(step === undefined ? {} : { step }),
		});
	return (
		<div className={css.shells}>
			<Select
				label={benchWords.shellsInUndersize}
				allowDeselect={false}
				data={[
					{ value: "", label: benchWords.asTheCrankIs },
					...steps.map((s) => ({ value: String(s), label: s === 0 ? "standard" : benchWords.under(showStep(s, system)) })),
				]}
				value={feature.fitted_step === undefined ? "" : String(feature.fitted_step)}
				onChange={(v) => send(v ? Number(v) : undefined, feature.fitted_shell ?? 0)}
			/>
			<Select
				label={benchWords.selectFit}
				allowDeselect={false}
				data={shells.map((s) => ({
					value: String(s),
					label: s === 0 ? benchWords.standard(show(0, system)) : benchWords.clearance(showSigned(s, system)),
				}))}
				value={String(feature.fitted_shell ?? 0)}
				onChange={(v) => v !== null && send(feature.fitted_step, Number(v))}
				error={set.error?.message}
			/>
			<Checkbox
				label={benchWords.usedShells}
				checked={feature.fitted_used ?? false}
				onChange={(e) => send(feature.fitted_step, feature.fitted_shell ?? 0, e.currentTarget.checked)}
			/>
		</div>
	);
}
