import { Alert, Button, Group, Modal, Stack, TextInput } from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { useState, useSyncExternalStore } from "react";
import type { FeatureView, LookBody } from "../../api/client";
import { queue, sendQueue } from "../../api/queue";
import { membersOfList, titleOf } from "../../api/table";
import { useNumberKeys } from "../../ui/use-key";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

interface LookDialogProps {
	opened: boolean;
	job: number;
	feature: FeatureView;
	by: string;
	onClose: () => void;
}

/** Grades the look of a feature; a crack is only cleared by a recorded crack test. */
export function LookDialog({ opened, job, feature, by, onClose }: LookDialogProps) {
	const queries = useQueryClient();
	const { full } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const [note, setNote] = useState("");
	const { kind, number, state, component } = feature;
	const send = (body: Pick<LookBody, "what" | "note"> & { look?: LookBody["look"] }) => {
		queue.grade({ job, kind, number, state, component }, by, { kind, number, state, component, ...body });
		void sendQueue(queries, job);
		setNote("");
		onClose();
	};
	const looks = membersOfList("look").map((m) => m.value as NonNullable<LookBody["look"]>);
	useNumberKeys(opened, (i) => {
		const look = looks[i];
		if (look) send({ what: "grade", look, note: "" });
	});
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title={benchWords.howDoesLook(feature.title)}
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<Stack gap="xs">
				{full ? (
					<Alert color="red" variant="filled" role="alert">
						{full}
					</Alert>
				) : null}
				{looks.map((look, i) => (
					<Button
						key={look}
						variant={feature.look === look ? "light" : "default"}
						justify="flex-start"
						size="md"
						data-autofocus={i === 0 || undefined}
						onClick={() => send({ what: "grade", look, note: "" })}
					>
						<kbd className={css.digit}>{i + 1}</kbd> {titleOf("look", look)}
					</Button>
				))}
				{feature.look === "cracked" || feature.look === "heat" ? (
					<Stack gap="xs" mt="sm">
						<b>{benchWords.crackTestByATrainedPerson}</b>
						<TextInput
							label={benchWords.methodResultAndWhoMadeIt}
							value={note}
							onChange={(e) => setNote(e.currentTarget.value)}
							maxLength={400}
							description={benchWords.onlyThisClearsACrackDemagnetise}
						/>
						<Group grow>
							<Button
								variant="default"
								disabled={note.trim() === ""}
								onClick={() => send({ what: "test_clear", note: note.trim() })}
							>
								{benchWords.noCrackFound}
							</Button>
							<Button
								variant="default"
								disabled={note.trim() === ""}
								onClick={() => send({ what: "test_cracked", note: note.trim() })}
							>
								{benchWords.crackConfirmed}
							</Button>
						</Group>
						{feature.look === "heat" ? (
							<Group grow>
								<Button
									variant="default"
									disabled={note.trim() === ""}
									onClick={() => send({ what: "test_hard", note: note.trim() })}
								>
									{benchWords.hardEnough}
								</Button>
								<Button
									variant="default"
									disabled={note.trim() === ""}
									onClick={() => send({ what: "test_soft", note: note.trim() })}
								>
									{benchWords.tooSoft}
								</Button>
							</Group>
						) : null}
					</Stack>
				) : null}
			</Stack>
		</Modal>
	);
}
