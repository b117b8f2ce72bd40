import { Button, Modal, PasswordInput, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { Refusal } from "../api/client";
import { useSignIn } from "../api/people";
import { appWords } from "../words/app";

/** Asks for a name and a password; on the first run for the owner's, with the code that Ledge printed. */
export default function SignIn({ first }: { first: boolean }) {
	const signIn = useSignIn();
	const [name, setName] = useState("");
	const [password, setPassword] = useState("");
	const [code, setCode] = useState("");
	const submit = (event: FormEvent) => {
		event.preventDefault();
		signIn.mutate({ name: name.trim(), password, ...(first ? { code: code.trim() } : {}) });
	};
	const places = signIn.error instanceof Refusal ? signIn.error.places : {};
	const elsewhere = signIn.error && Object.keys(places).length === 0 ? signIn.error.message : undefined;
	return (
		<Modal
			opened
			onClose={() => {}}
			withCloseButton={false}
			title={first ? appWords.theFirstPersonHereTheOwner : appWords.signInToLedge}
			centered
			closeOnEscape={false}
			closeOnClickOutside={false}
		>
			<form onSubmit={submit}>
				<Stack>
					{first ? (
						<TextInput
							label={appWords.code}
							description={appWords.ledgePrintedItWhereItWas}
							value={code}
							onChange={(e) => setCode(e.currentTarget.value)}
							error={places.code}
							autoComplete="off"
							data-autofocus
							required
							withAsterisk={false}
						/>
					) : null}
					<TextInput
						label={appWords.name}
						description={first ? appWords.itGoesOnEveryReadingAnd : undefined}
						value={name}
						onChange={(e) => setName(e.currentTarget.value)}
						error={places.name}
						autoComplete="username"
						data-autofocus={first ? undefined : true}
						maxLength={100}
						required
						withAsterisk={false}
					/>
					<PasswordInput
						label={appWords.password}
						description={first ? appWords.atLeast10CharactersThreePlainWords : undefined}
						value={password}
						onChange={(e) => setPassword(e.currentTarget.value)}
						error={places.password ?? elsewhere}
						autoComplete={first ? "new-password" : "current-password"}
						required
						withAsterisk={false}
					/>
					<Button type="submit" loading={signIn.isPending}>
						{first ? appWords.createTheOwner : appWords.signIn}
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
