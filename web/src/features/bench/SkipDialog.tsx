import { Button, Modal, Stack, TextInput } from "@mantine/core";
import { useState } from "react";
import { useNumberKeys } from "../../ui/use-number-keys";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

const REASONS = ["counterweight", "oil hole", "damaged", "out of reach"];

interface SkipDialogProps {
	opened: boolean;
	place: string;
	onClose: () => void;
	onSkip: (reason: string) => void;
}

/** Why there is no reading at a place; a number key picks one. */
export function SkipDialog({ opened, place, onClose, onSkip }: SkipDialogProps) {
	const [other, setOther] = useState("");
	const skip = (reason: string) => {
		setOther("");
		onSkip(reason);
	};
	useNumberKeys(opened, (i) => {
		const reason = REASONS[i];
		if (reason) skip(reason);
	});
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title={benchWords.noReadingAtBecauseOf(place)}
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<Stack gap="xs">
				{REASONS.map((reason, i) => (
					<Button
						key={reason}
						variant="default"
						justify="flex-start"
						size="md"
						onClick={() => skip(reason)}
						data-autofocus={i === 0 || undefined}
					>
						<kbd className={css.digit}>{i + 1}</kbd> {reason === "damaged" ? benchWords.countsAsScored(reason) : reason}
					</Button>
				))}
				<form
					onSubmit={(e) => {
						e.preventDefault();
						if (other.trim() !== "") skip(other.trim());
					}}
				>
					<TextInput
						label={benchWords.anotherReason}
						value={other}
						onChange={(e) => setOther(e.currentTarget.value)}
						maxLength={200}
					/>
				</form>
			</Stack>
		</Modal>
	);
}
