import { Button, Group, Modal } from "@mantine/core";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useImportFile } from "../../api/queries";
import { FileDrop } from "../../app/FileDrop";

/** Takes an open file as a new job, after a look at what it holds or at every place that is wrong in it. */
export function ImportDialog({ opened, by, onClose }: { opened: boolean; by: string; onClose: () => void }) {
	const go = useNavigate();
	const look = useImportFile(by);
	const take = useImportFile(by);
	const [text, setText] = useState<string | null>(null);
	const chosen = (content: string | null) => {
		setText(content);
		look.reset();
		take.reset();
		if (content !== null) look.mutate({ text: content, take: false });
	};
	const close = () => {
		chosen(null);
		onClose();
	};
	return (
		<Modal opened={opened} onClose={close} title="A job from an open file" size="lg" closeButtonProps={{ "aria-label": "Close" }}>
			<FileDrop
				placeholder="a .json file of the kind ledge.inspection/1"
				accept="application/json,.json"
				error={look.error ?? take.error}
				onText={chosen}
			>
				{look.data ? (
					<div>
						<b>{look.data.engine}</b>
						{look.data.customer ? `, ${look.data.customer}` : ""}: {look.data.features} features, {look.data.readings} readings.
					</div>
				) : null}
				<Group>
					<Button
						disabled={!look.data}
						loading={look.isPending || take.isPending}
						onClick={() =>
							text !== null && take.mutate({ text, take: true }, { onSuccess: (answer) => void go(`/jobs/${answer.job}`) })
						}
					>
						Take it as a new job
					</Button>
				</Group>
			</FileDrop>
		</Modal>
	);
}
