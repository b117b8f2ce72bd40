import { Alert, Button, FileInput, Group, Modal, Stack } from "@mantine/core";
import { type DragEvent, useState } from "react";
import { useNavigate } from "react-router";
import { Refusal } from "../../api/client";
import { useImportFile } from "../../api/queries";

/** Larger files are no inspection; the server takes no more either. */
const MOST_BYTES = 3_500_000;

/** Takes an open file as a new job, after a look at what it holds or at every place that is wrong in it. */
export function ImportDialog({ opened, by, onClose }: { opened: boolean; by: string; onClose: () => void }) {
	const go = useNavigate();
	const look = useImportFile(by);
	const take = useImportFile(by);
	const [file, setFile] = useState<File | null>(null);
	const [text, setText] = useState("");
	const [tooLarge, setTooLarge] = useState(false);
	const choose = async (chosen: File | null) => {
		setFile(chosen);
		look.reset();
		take.reset();
		setTooLarge(chosen !== null && chosen.size > MOST_BYTES);
		if (!chosen || chosen.size > MOST_BYTES) return;
		const content = await chosen.text();
		setText(content);
		look.mutate({ text: content, take: false });
	};
	const close = () => {
		void choose(null);
		onClose();
	};
	const drop = (event: DragEvent) => {
		event.preventDefault();
		void choose(event.dataTransfer.files[0] ?? null);
	};
	const error = look.error ?? take.error;
	const places = error instanceof Refusal ? Object.entries(error.places) : [];
	return (
		<Modal opened={opened} onClose={close} title="A job from an open file" size="lg" closeButtonProps={{ "aria-label": "Close" }}>
			{/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is beside the button, which does the same */}
			<div onDragOver={(e) => e.preventDefault()} onDrop={drop}>
				<Stack>
					<FileInput
						label="File"
						description="Choose one, or drop it here. Nothing is kept before you say so."
						placeholder="a .json file of the kind ledge.inspection/1"
						accept="application/json,.json"
						value={file}
						onChange={(chosen) => void choose(chosen)}
						clearable
						clearButtonProps={{ "aria-label": "Choose none" }}
					/>
					{tooLarge ? (
						<Alert color="orange" variant="light">
							This file is larger than any inspection.
						</Alert>
					) : null}
					{error ? (
						<Alert color="orange" variant="light" styles={{ message: { color: "var(--ink)" } }}>
							<div>{error.message}</div>
							<ul className="figure" style={{ maxHeight: 260, overflowY: "auto", paddingLeft: 18 }}>
								{places.slice(0, 100).map(([place, sentence]) => (
									<li key={place}>
										{place || "/"}: {sentence}
									</li>
								))}
							</ul>
						</Alert>
					) : null}
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
							onClick={() => take.mutate({ text, take: true }, { onSuccess: (answer) => void go(`/jobs/${answer.job}`) })}
						>
							Take it as a new job
						</Button>
					</Group>
				</Stack>
			</div>
		</Modal>
	);
}
