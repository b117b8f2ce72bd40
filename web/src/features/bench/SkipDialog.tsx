import { Button, Modal, Stack, TextInput } from "@mantine/core";
import { useState } from "react";
import { membersOfList } from "../../api/table";
import { parse, type System } from "../../quantity/length";
import { useNumberKeys } from "../../ui/use-key";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

interface SkipDialogProps {
	opened: boolean;
	place: string;
	onClose: () => void;
	unit: System;
	onSkip: (reason: string, depth?: number) => void;
}

/** Why there is no reading at a place; a number key picks one. */
export function SkipDialog({ opened, place, unit, onClose, onSkip }: SkipDialogProps) {
	const [other, setOther] = useState("");
	const [depth, setDepth] = useState("");
	const [wrong, setWrong] = useState("");
	const reasons = membersOfList("skip");
	const skip = (reason: string) => {
		const deep = parse(depth, unit);
		if (reason === "damaged" && depth.trim() !== "" && !deep.ok) return setWrong(deep.sentence);
		setOther("");
		setDepth("");
		setWrong("");
		onSkip(reason, reason === "damaged" && depth.trim() !== "" && deep.ok ? deep.length : undefined);
	};
	useNumberKeys(opened, (i) => {
		const reason = reasons[i];
		if (reason) skip(reason.value);
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
				{reasons.map(({ value, word = value }, i) => (
					<Button
						key={value}
						variant="default"
						justify="flex-start"
						size="md"
						onClick={() => skip(value)}
						data-autofocus={i === 0 || undefined}
					>
						<kbd className={css.digit}>{i + 1}</kbd> {value === "damaged" ? benchWords.countsAsScored(word) : word}
					</Button>
				))}
				<TextInput
					label={benchWords.depthOfTheDamage(unit)}
					description={benchWords.belowTheSurfaceEmptyWhere}
					inputMode="decimal"
					value={depth}
					error={wrong}
					onChange={(e) => setDepth(e.currentTarget.value)}
					onKeyDown={(e) => {
						if (e.key !== "Enter") return;
						e.preventDefault();
						skip("damaged");
					}}
				/>
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
