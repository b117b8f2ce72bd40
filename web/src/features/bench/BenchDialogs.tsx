import type { Cell, FeatureView, GaugeSetup, JobView } from "../../api/client";
import type { System } from "../../quantity/length";
import { ConditionDialog } from "./ConditionDialog";
import { GaugeDialog } from "./GaugeDialog";
import { HelpDialog } from "./HelpDialog";
import { LookDialog } from "./LookDialog";
import { cellName } from "./moves";
import { PlaceDialog } from "./PlaceDialog";
import { heldNow } from "./Reminders";
import { SkipDialog } from "./SkipDialog";
import { StateDialog } from "./StateDialog";
import { UnwornDialog } from "./UnwornDialog";
import { ZeroDialog } from "./ZeroDialog";

export type DialogName = "skip" | "look" | "gauge" | "zero" | "condition" | "state" | "place" | "unworn" | "help" | undefined;

export interface BenchDialogsProps {
	name: DialogName;
	view: JobView;
	feature: FeatureView;
	gauge: GaugeSetup | undefined;
	/** The unit that is shown. */
	system: System;
	at: Cell;
	by: string;
	onClose: () => void;
	onSkip: (reason: string, depth?: number) => void;
}

/** The bench's dialogs, one open at a time. */
export function BenchDialogs({ name, view, feature, gauge, system, at, by, onClose, onSkip }: BenchDialogsProps) {
	const { job } = view;
	const common = { job: job.id, feature, by, onClose };
	return (
		<>
			<SkipDialog opened={name === "skip"} place={cellName(feature, at)} unit={system} onClose={onClose} onSkip={onSkip} />
			<LookDialog opened={name === "look"} {...common} />
			{name === "gauge" ? <GaugeDialog setup={gauge} unit={system} {...common} /> : null}
			{name === "zero" ? <ZeroDialog gauge={gauge} unit={system} {...common} /> : null}
			{name === "condition" ? <ConditionDialog now={heldNow(view, feature)} {...common} /> : null}
			{name === "state" ? <StateDialog view={view} feature={feature} onClose={onClose} /> : null}
			{name === "unworn" ? <UnwornDialog unit={system} {...common} /> : null}
			{name === "place" ? <PlaceDialog {...common} /> : null}
			<HelpDialog opened={name === "help"} view={view} feature={feature} at={at} onClose={onClose} />
		</>
	);
}
