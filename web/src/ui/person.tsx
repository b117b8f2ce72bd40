import { Skeleton } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, lazy, type ReactNode, Suspense, useContext, useEffect, useState } from "react";
import { askAs, type SessionView, SIGNED_OUT } from "../api/client";
import { sessionQuery } from "../api/people";
import { Coming } from "./Coming";
import { useStored } from "./use-stored";

/** What is asked once in a while comes when it is asked. */
const AskName = lazy(() => import("./AskName"));
const OwnPassword = lazy(() => import("./OwnPassword"));
const SignIn = lazy(() => import("./SignIn"));

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
			<Suspense fallback={<Coming />}>
				{session.change ? <OwnPassword first onClose={() => {}} /> : inside ? null : <SignIn first={session.first} />}
			</Suspense>
		</PersonContext>
	);
}

/** Asks once for a name and keeps it in this browser. */
function Named({ children }: { children: ReactNode }) {
	const [name, setName] = useStored("ledge.person", "");
	const [asking, setAsking] = useState(name === "");
	askAs(name);
	return (
		<PersonContext value={{ name, change: () => setAsking(true), asking }}>
			{children}
			{asking ? (
				<Suspense fallback={<Coming />}>
					<AskName
						name={name}
						onClose={() => setAsking(false)}
						onName={(chosen) => {
							setName(chosen);
							setAsking(false);
						}}
					/>
				</Suspense>
			) : null}
		</PersonContext>
	);
}
