import { Button, Group, Modal, Skeleton, Stack, TextInput } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type FormEvent, type ReactNode, useContext, useEffect, useState } from "react";
import { askAs, type SessionView, SIGNED_OUT } from "../api/client";
import { namesQuery, sessionQuery } from "../api/people";
import { appWords } from "../words/app";
import { keys } from "./keys";
import { OwnPassword } from "./OwnPassword";
import { SignIn } from "./SignIn";
import { useStored } from "./use-stored";

interface Who {
	name: string;
	/** What a signed-in person may do; undefined where nobody signs in. */
	role?: SessionView["role"];
	change: () => void;
	/** Whether the person is being asked who they are: nothing else takes the keys meanwhile. */
	asking: boolean;
}

const PersonContext = createContext<Who>({ name: "", change: () => {}, asking: false });

/** Who is at the bench: the name that goes on every reading. */
export const usePerson = () => useContext(PersonContext);

/** Knows who is at the bench: by signing in where the server asks for it, else by a name given once. */
export function PersonProvider({ children }: { children: ReactNode }) {
	const queries = useQueryClient();
	const session = useQuery(sessionQuery);
	useEffect(() => {
		const again = () => void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
		window.addEventListener(SIGNED_OUT, again);
		return () => window.removeEventListener(SIGNED_OUT, again);
	}, [queries]);
	if (session.isPending) return <Skeleton height={52} />;
	return session.data?.required ? <SignedIn session={session.data}>{children}</SignedIn> : <Named>{children}</Named>;
}

/** Shows the application to who is signed in. Where a session ends, the page stays under the question. */
function SignedIn({ session, children }: { session: SessionView; children: ReactNode }) {
	const inside = session.name !== "" && !session.change;
	const [entered, setEntered] = useState(inside);
	if (inside && !entered) setEntered(true);
	askAs(inside ? session.name : "", true);
	return (
		<PersonContext value={{ name: session.name, role: session.role, change: () => {}, asking: !inside }}>
			{entered ? children : null}
			{session.change ? <OwnPassword first onClose={() => {}} /> : inside ? null : <SignIn first={session.first} />}
		</PersonContext>
	);
}

/** Asks once for a name and keeps it in this browser. */
function Named({ children }: { children: ReactNode }) {
	const [name, setName] = useStored("ledge.person", "");
	const [asking, setAsking] = useState(name === "");
	askAs(name);
	useEffect(() => {
		if (asking) keys.forget();
	}, [asking]);
	return (
		<PersonContext value={{ name, change: () => setAsking(true), asking }}>
			{children}
			<Modal
				opened={asking}
				onClose={() => name !== "" && setAsking(false)}
				withCloseButton={name !== ""}
				title={appWords.whoIsAtTheBench}
				centered
				closeButtonProps={{ "aria-label": "Close" }}
			>
				<NameForm
					name={name}
					onName={(chosen) => {
						setName(chosen);
						setAsking(false);
					}}
				/>
			</Modal>
		</PersonContext>
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
