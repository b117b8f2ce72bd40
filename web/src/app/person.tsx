import { Button, Modal, Stack, TextInput } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { createContext, type FormEvent, type ReactNode, useContext, useState } from "react";

interface Person {
	name: string;
	change: () => void;
}

const PersonContext = createContext<Person>({ name: "", change: () => {} });

/** Who is at the bench: the name that goes on every reading. */
export const usePerson = () => useContext(PersonContext);

/** Asks once for a name and keeps it in this browser. */
export function PersonProvider({ children }: { children: ReactNode }) {
	const [name, setName] = useLocalStorage({ key: "ledge.person", defaultValue: "", getInitialValueInEffect: false });
	const [asking, setAsking] = useState(name === "");
	const [typed, setTyped] = useState(name);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		if (typed.trim() === "") return;
		setName(typed.trim());
		setAsking(false);
	};
	const close = () => {
		if (name !== "") setAsking(false);
	};
	return (
		<PersonContext value={{ name, change: () => setAsking(true) }}>
			{children}
			<Modal
				opened={asking}
				onClose={close}
				withCloseButton={name !== ""}
				title="Who is at the bench?"
				centered
				closeButtonProps={{ "aria-label": "Close" }}
			>
				<form onSubmit={submit}>
					<Stack>
						<TextInput
							label="Your name"
							description="It goes on every reading and decision."
							value={typed}
							onChange={(e) => setTyped(e.currentTarget.value)}
							data-autofocus
							maxLength={100}
						/>
						<Button type="submit" disabled={typed.trim() === ""}>
							Start
						</Button>
					</Stack>
				</form>
			</Modal>
		</PersonContext>
	);
}
