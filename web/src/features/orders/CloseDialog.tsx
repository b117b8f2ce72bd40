import { Button, Modal, Stack, Textarea } from "@mantine/core";
import { useState } from "react";
import { useSayOfOrder } from "../../api/changes";
import type { Issued } from "../../api/client";
import { newId } from "../../api/id";
import { ordersWords } from "../../words/orders";

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
		<Modal opened={opened} onClose={onClose} title={ordersWords.closeTheSheet} closeButtonProps={{ "aria-label": "Close" }}>
			<Stack>
				<div>
					{issued.open === 0 ? ordersWords.everyLineIsProvedTickedOff : ordersWords.ofItsLinesNeitherProvedBy(issued.open)}
				</div>
				<Textarea
					label={issued.open === 0 ? ordersWords.remark : ordersWords.why}
					autosize
					minRows={2}
					maxLength={1000}
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
					error={say.error?.message}
					data-autofocus
				/>
				<Button onClick={close} loading={say.isPending}>
					{ordersWords.closeAndSign}
				</Button>
			</Stack>
		</Modal>
	);
}
