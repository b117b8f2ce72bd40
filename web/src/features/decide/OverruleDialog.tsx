import { Alert, Button, Modal, Stack, Textarea } from "@mantine/core";
import { useState } from "react";
import { useDecide } from "../../api/changes";
import type { JobView, Option } from "../../api/client";
import { newId } from "../../api/id";
import type { SetName } from "../../api/table";
import { wayOf } from "../../api/way";
import { decideWords } from "../../words/decide";
import { capital } from "../../words/trade";

interface OverruleDialogProps {
	view: JobView;
	set: SetName;
	component: string | undefined;
	/** What is to be decided instead; closed where undefined. */
	option: Option | undefined;
	advice: string;
	onClose: () => void;
}

/** Decides otherwise than advised, with a reason that stays on record. */
export function OverruleDialog({ view, set, component, option, advice, onClose }: OverruleDialogProps) {
	const decide = useDecide(view.job.id, view.stand_in);
	const [reason, setReason] = useState("");
	const close = () => {
		decide.reset();
		onClose();
	};
	const sign = () => {
		if (!option) return;
		const body = {
			id: newId(),
			set,
			component,
			...wayOf(option),
			reason,
		};
		decide.mutate(body, {
			onSuccess: () => {
				setReason("");
				onClose();
			},
		});
	};
	return (
		<Modal
			opened={option !== undefined}
			onClose={close}
			title={decideWords.decideOtherwise}
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<Stack>
				<div>
					{decideWords.ledgeAdvisesToYouDecide(advice)} <b>{option ? capital(option.says) : ""}</b>.
				</div>
				{option && !option.feasible ? (
					<Alert color="orange" variant="light">
						{option.reasons.map((r) => (
							<div key={r.code + r.text}>{r.text}</div>
						))}
					</Alert>
				) : null}
				<Textarea
					label={decideWords.why}
					description={decideWords.itStaysOnRecordBesideLedges}
					autosize
					minRows={2}
					maxLength={1000}
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
					error={decide.error?.message}
					data-autofocus
				/>
				<Button onClick={sign} loading={decide.isPending}>
					{decideWords.overruleAndSign}
				</Button>
			</Stack>
		</Modal>
	);
}
