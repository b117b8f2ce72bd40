import { Alert, Button, Group } from "@mantine/core";
import { Link } from "react-router";
import type { FeatureView, GaugeSetup, JobView } from "../../api/client";
import { newId } from "../../api/id";
import { useAnswer } from "../../api/queries";
import { answerOf, componentOf } from "../../api/view";
import { type System, show } from "../../quantity/length";

interface RemindersProps {
	view: JobView;
	feature: FeatureView;
	gauge: GaugeSetup | undefined;
	system: System;
	onZero: () => void;
}

/** What a careful colleague would say before the reading is taken: not clean, zero not checked, not worth measuring. */
export function Reminders({ view, feature, gauge, system, onZero }: RemindersProps) {
	const answer = useAnswer(view.job.id);
	const component = componentOf(feature.kind);
	const dirty = component !== undefined && answerOf(view, "clean", component)?.value !== "yes";
	const checked = view.checks.filter((c) => c.kind === feature.kind && c.gauge === gauge?.id).at(-1);
	const stop = view.walk.findings.find((f) => f.gravity === "stop");
	const instrumental = feature.quantity === "size";
	const condition = view.conditions.find((c) => c.kind === feature.kind);
	return (
		<div className="reminders">
			{stop ? (
				<Alert color="red" variant="light" p="xs" styles={{ message: { color: "var(--ink)" } }}>
					{stop.text} <Link to={`/jobs/${view.job.id}/look`}>Before an hour of measuring: look at it.</Link>
				</Alert>
			) : null}
			<Group gap="xs">
				{dirty ? (
					<Button
						size="compact-md"
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
						Is it clean? Confirm: {component} clean and dry
					</Button>
				) : null}
				{instrumental && !checked ? (
					<Button size="compact-md" variant="light" color="orange" c="var(--ink)" onClick={onZero}>
						Zero not checked since the gauge was set <kbd style={{ marginLeft: 10 }}>z</kbd>
					</Button>
				) : null}
				{checked && checked.off !== 0 ? (
					<span className="soft">On its standard the gauge was off by {show(checked.off, system)}.</span>
				) : null}
				{condition ? <span className="soft">{conditionText(condition)}</span> : null}
			</Group>
		</div>
	);
}

/** How the part is held, in a line. */
export function conditionText(c: JobView["conditions"][number]): string {
	const words = [
		c.torqued === undefined ? "" : c.torqued ? "caps torqued" : "caps not torqued",
		c.deck_plate === undefined ? "" : c.deck_plate ? "deck plate on" : "no deck plate",
		c.shells_in === undefined ? "" : c.shells_in ? "shells in" : "no shells",
		c.part_c === undefined ? "" : `part ${c.part_c} °C`,
		c.gauge_c === undefined ? "" : `gauge ${c.gauge_c} °C, sizes corrected to 20 °C`,
		c.note,
	];
	return words.filter(Boolean).join(", ");
}
