import { Button, Group, Modal } from "@mantine/core";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useImportFile, useTakeArchive } from "../../api/changes";
import { FileDrop } from "../../ui/FileDrop";
import { shopWords } from "../../words/shop";

/** Takes an open file as a new job, after a look at what it holds or at every place that is wrong in it. */
export default function ImportDialog({ onClose }: { onClose: () => void }) {
	const go = useNavigate();
	const look = useImportFile();
	const take = useImportFile();
	const unpack = useTakeArchive();
	const [text, setText] = useState<string | null>(null);
	const [packed, setPacked] = useState<File | null>(null);
	const chosen = (content: string | null) => {
		setText(content);
		look.reset();
		take.reset();
		unpack.reset();
		if (content !== null) look.mutate({ text: content, take: false });
	};
	const opens = { onSuccess: (answer: { job: number }) => void go(`/jobs/${answer.job}`) };
	const accept = () => {
		if (packed) unpack.mutate(packed, opens);
		else if (text !== null) take.mutate({ text, take: true }, opens);
	};
	return (
		<Modal opened onClose={onClose} title={shopWords.importAJob} size="lg" closeButtonProps={{ "aria-label": "Close" }}>
			<FileDrop
				placeholder={shopWords.anOpenFileJsonOrA}
				accept="application/json,.json,.zip"
				error={look.error ?? take.error ?? unpack.error}
				onText={chosen}
				onPacked={setPacked}
			>
				{look.data ? (
					<div>
						<b>{look.data.engine}</b>
						{shopWords.featuresReadings(
							look.data.customer ? `, ${look.data.customer}` : "",
							look.data.features,
							look.data.readings,
						)}
					</div>
				) : null}
				{packed ? (
					<div>
						<b>{packed.name}</b>
						{shopWords.withItsReadingsSignaturesOrdersAnd}
					</div>
				) : null}
				<Group>
					<Button
						disabled={!look.data && !packed}
						loading={look.isPending || take.isPending || unpack.isPending}
						onClick={accept}
					>
						{shopWords.takeItAsANewJob}
					</Button>
				</Group>
			</FileDrop>
		</Modal>
	);
}
