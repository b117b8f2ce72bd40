import { Button, Group, Modal, Stack } from "@mantine/core";
import { useState } from "react";
import { useImportReadings } from "../../api/changes";
import { FileDrop } from "../../ui/FileDrop";
import { jobWords } from "../../words/job";

interface ReadingsDialogProps {
	opened: boolean;
	job: number;
	number: string;
	onClose: () => void;
}

/** The readings out as CSV and in again: all rows of a file or none, after a look at what it would change. */
export function ReadingsDialog({ opened, job, number, onClose }: ReadingsDialogProps) {
	const look = useImportReadings(job);
	const take = useImportReadings(job);
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
	const seen = look.data;
	return (
		<Modal opened={opened} onClose={close} title={jobWords.readingsAsCsv} size="lg" closeButtonProps={{ "aria-label": "Close" }}>
			<Stack>
				<Group>
					<Button variant="default" component="a" href={`/api/v1/jobs/${job}/readings.csv`} download>
						{jobWords.saveTheReadingsOf(number)}
					</Button>
				</Group>
				<FileDrop
					placeholder={jobWords.aCsvFileOneReadingA}
					accept="text/csv,.csv"
					error={look.error ?? take.error}
					onText={chosen}
				>
					{seen ? (
						<div>
							{seen.rows === 0
								? jobWords.nothingNewAllReadingsAreHere(seen.known)
								: jobWords.readings(seen.rows, seen.replaced, seen.known)}
						</div>
					) : null}
					<Group>
						<Button
							disabled={!seen || seen.rows === 0 || take.isSuccess}
							loading={look.isPending || take.isPending}
							onClick={() => text !== null && take.mutate({ text, take: true }, { onSuccess: close })}
						>
							{jobWords.takeTheReadings}
						</Button>
					</Group>
				</FileDrop>
			</Stack>
		</Modal>
	);
}
