import { Button, Modal, PasswordInput, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { Refusal } from "../api/client";
import { useSignIn } from "../api/people";

/** Asks for a name and a password; on the first run for the owner's, with the code that Ledge printed. */
export function SignIn({ first }: { first: boolean }) {
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
			title={first ? "The first person here: the owner" : "Sign in to Ledge"}
			centered
			closeOnEscape={false}
			closeOnClickOutside={false}
		>
			<form onSubmit={submit}>
				<Stack>
					{first ? (
						<TextInput
							label="Code"
							description="Ledge printed it where it was started: only who can read that may do this."
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
						label="Name"
						description={first ? "It goes on every reading and decision you make." : undefined}
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
						label="Password"
						description={first ? "At least 10 characters; three plain words do." : undefined}
						value={password}
						onChange={(e) => setPassword(e.currentTarget.value)}
						error={places.password ?? elsewhere}
						autoComplete={first ? "new-password" : "current-password"}
						required
						withAsterisk={false}
					/>
					<Button type="submit" loading={signIn.isPending}>
						{first ? "Create the owner" : "Sign in"}
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
