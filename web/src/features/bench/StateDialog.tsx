import { Button, Modal, Stack } from "@mantine/core";
import { useNavigate } from "react-router";
import { useAddState, useRemoveState } from "../../api/changes";
import type { FeatureView, JobView } from "../../api/client";
import { membersOfList, plural, rowOf } from "../../api/table";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { benchWords } from "../../words/bench";
import { stateWord } from "../../words/trade";
import { benchPath } from "./bench-path";

interface StateDialogProps {
	view: JobView;
	feature: FeatureView;
	onClose: () => void;
}

/** Which state is being recorded: as found, or after an operation. A new one is measured with the same plan. */
export function StateDialog({ view, feature, onClose }: StateDialogProps) {
	const go = useNavigate();
	const add = useAddState(view.job.id);
	const remove = useRemoveState(view.job.id);
	const empty = view.features.every(
		(f) => f.kind !== feature.kind || f.state !== feature.state || (f.tape.length === 0 && f.looks.length === 0),
	);
	const states = view.features.filter((f) => f.kind === feature.kind && f.number === feature.number).map((f) => f.state);
	const offered = [...rowOf(feature.kind).states, "new_part"].filter((s) => !states.includes(s));
	const base = feature.state.replace(/_with_\w+$/, "");
	const held = membersOfList("held")
		.map((m) => m.value)
		.map((h) => `${base}_with_${h}`)
		.filter((s) => !states.includes(s));
	const open = (state: string) => {
		onClose();
		void go(benchPath(view, feature, { state }));
	};
	return (
		<Modal
			opened
			onClose={onClose}
			title={benchWords.whichStateIsBeingMeasured}
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<Stack gap="xs">
				{states.length > 1 && empty ? (
					<Button
						variant="subtle"
						color="orange"
						c="var(--ink)"
						loading={remove.isPending}
						onClick={() =>
							remove.mutate(
								{ kind: feature.kind, state: feature.state, component: feature.component },
								{ onSuccess: () => open(states.find((s) => s !== feature.state) ?? "as_found") },
							)
						}
					>
						{benchWords.takenByMistakeTakeOutAgain(stateWord(feature.state).toLowerCase())}
					</Button>
				) : null}
				<Failed error={remove.error} />
				{states.map((state) => (
					<Button
						key={state}
						variant={state === feature.state ? "light" : "default"}
						justify="flex-start"
						onClick={() => open(state)}
					>
						{stateWord(state)}
					</Button>
				))}
				<div className={look.soft}>{benchWords.measureAllAgainBesideWhatWas(plural(feature.kind).toLowerCase())}</div>
				{offered.map((state) => (
					<Button
						key={state}
						variant="default"
						justify="flex-start"
						loading={add.isPending && add.variables.state === state}
						onClick={() =>
							add.mutate({ kind: feature.kind, state, component: feature.component }, { onSuccess: () => open(state) })
						}
					>
						{stateWord(state)}
					</Button>
				))}
				{rowOf(feature.kind).quantity === "size" && rowOf(feature.kind).component === "block" ? (
					<>
						<div className={look.soft}>{benchWords.sameStateHeldOtherwise}</div>
						{held.map((state) => (
							<Button
								key={state}
								variant="default"
								justify="flex-start"
								loading={add.isPending && add.variables.state === state}
								onClick={() =>
									add.mutate({ kind: feature.kind, state, component: feature.component }, { onSuccess: () => open(state) })
								}
							>
								{stateWord(state)}
							</Button>
						))}
					</>
				) : null}
				<Failed error={add.error} />
			</Stack>
		</Modal>
	);
}
