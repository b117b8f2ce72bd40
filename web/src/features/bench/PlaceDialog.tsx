import { TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useAddPlace } from "../../api/changes";
import type { FeatureView } from "../../api/client";
import { placeOf } from "../../api/view";
import look from "../../look/look.module.css";
import { benchWords } from "../../words/bench";
import { FormDialog } from "./FormDialog";

interface PlaceDialogProps {
	job: number;
	feature: FeatureView;
	onClose: () => void;
}

/** A place outside the plan: where the damage is, or where a counterweight leaves room. */
export function PlaceDialog({ job, feature, onClose }: PlaceDialogProps) {
	const add = useAddPlace(job);
	const [station, setStation] = useState(feature.stations[0] ?? "");
	const [direction, setDirection] = useState("");
	const degrees = Number(direction.replace(",", "."));
	const wrong = direction !== "" && !(degrees >= 0 && degrees < 360);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (wrong || direction === "" || station.trim() === "") return;
		add.mutate({ ...placeOf(feature), station: station.trim(), direction: Math.round(degrees * 1e6) }, { onSuccess: onClose });
	};
	return (
		<FormDialog
			title={benchWords.aPlaceOutsideThePlan}
			save={benchWords.addIt}
			saving={add.isPending}
			error={add.error}
			onSubmit={submit}
			onClose={onClose}
		>
			<TextInput
				label={benchWords.whereAlongIt}
				description={benchWords.oneOfOrANameOf(feature.stations.join(", "))}
				value={station}
				maxLength={40}
				onChange={(e) => setStation(e.currentTarget.value)}
			/>
			<TextInput
				label={benchWords.directionDegrees}
				inputMode="decimal"
				value={direction}
				error={wrong ? benchWords.from0ToBelow360 : undefined}
				onChange={(e) => setDirection(e.currentTarget.value)}
				data-autofocus
			/>
			<div className={look.soft}>{benchWords.itCountsForEverySizeAnd}</div>
		</FormDialog>
	);
}
