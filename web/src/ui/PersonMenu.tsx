import { Button, Menu } from "@mantine/core";
import { IconUser } from "@tabler/icons-react";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import { useSignOut } from "../api/people";
import { appWords } from "../words/app";
import { Coming } from "./Coming";
import { usePerson } from "./person";
import { QUIET } from "./quiet";

const OwnPassword = lazy(() => import("./OwnPassword"));

/** What who is signed in may do about it. */
export default function PersonMenu() {
	const person = usePerson();
	const out = useSignOut();
	const [changing, setChanging] = useState(false);
	return (
		<>
			{changing ? (
				<Suspense fallback={<Coming />}>
					<OwnPassword first={false} onClose={() => setChanging(false)} />
				</Suspense>
			) : null}
			<Menu>
				<Menu.Target>
					<Button {...QUIET} leftSection={<IconUser size={16} />}>
						{person.name}
					</Button>
				</Menu.Target>
				<Menu.Dropdown>
					<Menu.Label>{person.role}</Menu.Label>
					{person.role === "owner" ? (
						<Menu.Item component={Link} to="/people">
							{appWords.people}
						</Menu.Item>
					) : null}
					<Menu.Item onClick={() => setChanging(true)}>{appWords.changePassword}</Menu.Item>
					<Menu.Item onClick={() => out.mutate()}>{appWords.signOut}</Menu.Item>
				</Menu.Dropdown>
			</Menu>
		</>
	);
}
