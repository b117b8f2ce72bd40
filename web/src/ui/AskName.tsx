import { Button, Group, Modal, Stack, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import { namesQuery } from "../api/people";
import { appWords } from "../words/app";
import { keys } from "./keys";

interface AskNameProps {
	/** The name so far; empty where nobody gave one yet. */
	name: string;
	onName: (name: string) => void;
	onClose: () => void;
}

/** Asks who is at the bench. */
export default function AskName({ name, onName, onClose }: AskNameProps) {
	useEffect(() => keys.forget(), []);
	return (
		<Modal
			opened
			onClose={() => name !== "" && onClose()}
			withCloseButton={name !== ""}
			title={appWords.whoIsAtTheBench}
			centered
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<NameForm name={name} onName={onName} />
		</Modal>
	);
}

function NameForm({ name, onName }: { name: string; onName: (name: string) => void }) {
	const [typed, setTyped] = useState(name);
	const names = useQuery(namesQuery).data ?? [];
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (typed.trim() !== "") onName(typed.trim());
	};
	return (
		<form onSubmit={submit}>
			<Stack>
				{names.length > 0 ? (
					<Group gap="xs" aria-label={appWords.whoWasHereLately}>
						{names.map((one) => (
							<Button key={one} variant={one === name ? "filled" : "default"} onClick={() => onName(one)}>
								{one}
							</Button>
						))}
					</Group>
				) : null}
				<TextInput
					label={appWords.yourName}
					description={appWords.itGoesOnEveryReadingAnd2}
					value={typed}
					onChange={(e) => setTyped(e.currentTarget.value)}
					data-autofocus
					maxLength={100}
				/>
				<Button type="submit" disabled={typed.trim() === ""}>
					{appWords.start}
				</Button>
			</Stack>
		</form>
	);
}
