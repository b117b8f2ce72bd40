import { Button } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { asksOf } from "../../api/asks";
import { useAnswer } from "../../api/changes";
import type { FeatureView, GaugeSetup, JobView } from "../../api/client";
import { newId } from "../../api/id";
import { answerOf, componentOf } from "../../api/view";
import look from "../../look/look.module.css";
import { type System, show } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

interface RemindersProps {
	view: JobView;
	feature: FeatureView;
	gauge: GaugeSetup | undefined;
	system: System;
	onZero: () => void;
	/** What else is to be minded here. */
	children?: ReactNode;
}

/** What a careful colleague would say before the reading is taken: not clean, zero not checked, not worth measuring. */
export function Reminders({ view, feature, gauge, system, onZero, children }: RemindersProps) {
	const answer = useAnswer(view.job.id);
	const component = componentOf(feature.kind);
	const dirty = component !== undefined && answerOf(view, "clean", component)?.value !== "yes";
	const checked = view.checks.filter((c) => c.kind === feature.kind && c.gauge === gauge?.id).at(-1);
	const stop = view.walk.findings.find((f) => f.gravity === "stop");
	// Asked for, and not done since this part was read.
	const anew =
		asksOf(view, feature).some((a) => a.what === "zero") &&
		feature.tape.some((r) => r.taken_at >= (checked?.checked_at ?? "") && r.gauge === gauge?.id);
	const instrumental = feature.quantity === "size";
	const condition = heldNow(view, feature);
	return (
		<div className={css.reminders}>
			{stop ? (
				<span className={css.chip} data-stop>
					{stop.text} <Link to={`/jobs/${view.job.id}/look`}>{benchWords.beforeAnHourOfMeasuringLook}</Link>
				</span>
			) : null}
			{dirty ? (
				<Button
					size="compact-sm"
					variant="light"
					color="orange"
					c="var(--ink)"
					loading={answer.isPending}
					onClick={() =>
						answer.mutate({
							answers: [{ id: newId(), topic: "clean", place: component, value: "yes", note: "" }],
						})
					}
				>
					{benchWords.isItCleanConfirmCleanAnd(component)}
				</Button>
			) : null}
			{instrumental && (!checked || anew) ? (
				<Button size="compact-sm" variant="light" color="orange" c="var(--ink)" onClick={onZero}>
					{checked ? benchWords.setTheZeroAnew : benchWords.zeroNotCheckedSinceTheGauge}
					<kbd className={css.after}>z</kbd>
				</Button>
			) : null}
			{children}
			{checked && checked.off !== 0 ? (
				<span className={look.soft}>{benchWords.onItsStandardTheGaugeWas(show(checked.off, system))}</span>
			) : null}
			{condition ? <span className={look.soft}>{conditionText(condition)}</span> : null}
			{/housing|bearing|cylinder|tunnel|alignment/.test(feature.kind) ? (
				<Link to={`/jobs/${view.job.id}/torque`} className={look.link}>
					{benchWords.torqueCard}
				</Link>
			) : null}
			{(feature.marks ?? []).map((text) => (
				<span key={text} className={css.chip} data-stop>
					{text}
				</span>
			))}
		</div>
	);
}

/** How a part is held now: what is said of it alone, else of all its kind. */
export const heldNow = (view: JobView, feature: FeatureView) =>
	view.conditions.filter((c) => c.kind === feature.kind && (c.number === undefined || c.number === feature.number)).at(-1);

/** How the part is held, in a line. */
function conditionText(c: JobView["conditions"][number]): string {
	const words = [
		c.torqued === undefined ? "" : c.torqued ? benchWords.torqued : benchWords.notTorqued,
		c.deck_plate === undefined ? "" : c.deck_plate ? benchWords.deckPlateOn : benchWords.noDeckPlate,
		c.studs === undefined ? "" : c.studs ? benchWords.studsOn : benchWords.noStuds,
		c.shells_in === undefined ? "" : c.shells_in ? benchWords.shellsAreIn : benchWords.noShells,
		c.part_c === undefined ? "" : benchWords.partAt(c.part_c),
		c.gauge_c === undefined ? "" : benchWords.gaugeCSizesCorrectedTo20C(c.gauge_c),
		c.alike ? benchWords.equallyWarm : "",
		c.note,
	];
	return words.filter(Boolean).join(", ");
}
