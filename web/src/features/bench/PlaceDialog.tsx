import { Alert, Button, Modal, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { FeatureView } from "../../api/client";
import { useAddPlace } from "../../api/queries";
import { placeOf } from "../../api/view";

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
		<Modal
			opened
			onClose={onClose}
			title="A place outside the plan"
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<form onSubmit={submit}>
				<Stack gap="sm">
					<TextInput
						label="Where along it"
						description={`One of ${feature.stations.join(", ")}, or a name of its own`}
						value={station}
						maxLength={40}
						onChange={(e) => setStation(e.currentTarget.value)}
					/>
					<TextInput
						label="Direction, degrees"
						inputMode="decimal"
						value={direction}
						error={wrong ? "From 0 to below 360." : undefined}
						onChange={(e) => setDirection(e.currentTarget.value)}
						data-autofocus
					/>
					<div className="soft">
						It counts for every size and every check of this part; the rest of its row or column need not be read.
					</div>
					{add.error ? (
						<Alert color="orange" variant="light">
							{add.error.message}
						</Alert>
					) : null}
					<Button type="submit" loading={add.isPending}>
						Add it
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
