import { Button, Modal, PasswordInput, Stack, Text } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { Refusal } from "../api/client";
import { useChangePassword } from "../api/people";
import { appWords } from "../words/app";

export interface OwnPasswordProps {
	/** The password was set by an owner: nothing goes on until it is changed. */
	first: boolean;
	onClose: () => void;
}

/** Asks for the password one has, and for a new one of one's own. */
export default function OwnPassword({ first, onClose }: OwnPasswordProps) {
	const change = useChangePassword();
	const [old, setOld] = useState("");
	const [password, setPassword] = useState("");
	const submit = (event: FormEvent) => {
		event.preventDefault();
		change.mutate({ old, password }, { onSuccess: onClose });
	};
	const places = change.error instanceof Refusal ? change.error.places : {};
	const elsewhere = change.error && Object.keys(places).length === 0 ? change.error.message : undefined;
	return (
		<Modal
			opened
			onClose={onClose}
			withCloseButton={!first}
			closeOnEscape={!first}
			closeOnClickOutside={!first}
			title={first ? appWords.chooseYourPassword : appWords.changePassword}
			closeButtonProps={{ "aria-label": "Close" }}
			centered
		>
			<form onSubmit={submit}>
				<Stack>
					{first ? <Text>{appWords.firstPasswordWhy}</Text> : null}
					<PasswordInput
						label={first ? appWords.firstPassword : appWords.presentPassword}
						value={old}
						onChange={(e) => setOld(e.currentTarget.value)}
						error={places.old}
						autoComplete="current-password"
						data-autofocus
						required
						withAsterisk={false}
					/>
					<PasswordInput
						label={appWords.newPassword}
						description={appWords.atLeast10CharactersThreePlainWords}
						value={password}
						onChange={(e) => setPassword(e.currentTarget.value)}
						error={places.password ?? elsewhere}
						autoComplete="new-password"
						required
						withAsterisk={false}
					/>
					<Button type="submit" loading={change.isPending}>
						{appWords.changePassword}
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
