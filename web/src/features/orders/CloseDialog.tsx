import { Button, Modal, Stack, Textarea } from "@mantine/core";
import { useState } from "react";
import type { Issued } from "../../api/client";
import { newId } from "../../api/id";
import { useSayOfOrder } from "../../api/queries";

interface CloseDialogProps {
	job: number;
	issued: Issued;
	opened: boolean;
	onClose: () => void;
}

/** Closes a sheet; with lines that nobody proved, only with a reason. */
export function CloseDialog({ job, issued, opened, onClose }: CloseDialogProps) {
	const say = useSayOfOrder(job);
	const [reason, setReason] = useState("");
	const close = () =>
		say.mutate(
			{ order: issued.id, id: newId(), what: "closed", line: "", reason },
			{
				onSuccess: () => {
					setReason("");
					onClose();
				},
			},
		);
	return (
		<Modal opened={opened} onClose={onClose} title="Close the sheet" closeButtonProps={{ "aria-label": "Close" }}>
			<Stack>
				<div>
					{issued.open === 0
						? "Every line is proved, ticked off or was accepted. A closed sheet is not changed any more."
						: `${issued.open} of its lines ${issued.open === 1 ? "is" : "are"} neither proved by measuring nor ticked off. Do it, or sign why the sheet is closed without.`}
				</div>
				<Textarea
					label={issued.open === 0 ? "Remark" : "Why"}
					autosize
					minRows={2}
					maxLength={1000}
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
					error={say.error?.message}
					data-autofocus
				/>
				<Button onClick={close} loading={say.isPending}>
					Close and sign
				</Button>
			</Stack>
		</Modal>
	);
}
