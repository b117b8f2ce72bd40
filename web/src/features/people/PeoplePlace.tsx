import { Button, Group, PasswordInput, Select, Stack, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type Person, type PersonBody, Refusal } from "../../api/client";
import { peopleQuery, useSetPerson } from "../../api/people";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { Sessions } from "./Sessions";
import { date } from "../../words/intl";

const ROLES = [
	{ value: "viewer", label: "Viewer: looks, and changes nothing" },
	{ value: "inspector", label: "Inspector: measures and records" },
	{ value: "decider", label: "Decider: signs, orders, closes too" },
	{ value: "owner", label: "Owner: lets people in too" },
];

/** Who may sign in, and what they may do. */
export function PeoplePlace() {
	return (
		<Load query={useQuery(peopleQuery)}>
			{(people) => (
				<>
					<Bar trail={[{ text: "Shop", to: "/" }, { text: "People" }]} />
					<main className="page">
						<Stack gap="lg">
							<Title order={1}>People</Title>
							<section className="panel" style={{ overflowX: "auto" }}>
								<table className="readings people">
									<thead>
										<tr>
											<th>Name</th>
											<th>May</th>
											<th>Since</th>
											<th>Password</th>
											<th />
										</tr>
									</thead>
									<tbody>
										{people.map((p) => (
											<Row key={p.id} person={p} />
										))}
									</tbody>
								</table>
								<p className="soft">Nobody is erased: what they signed stays signed. Who left is deactivated.</p>
							</section>
							<Add />
							<Sessions people={people} />
						</Stack>
					</main>
				</>
			)}
		</Load>
	);
}

function Row({ person }: { person: Person }) {
	const set = useSetPerson();
	const [password, setPassword] = useState("");
	const change = (body: Partial<PersonBody>, done?: () => void) =>
		set.mutate(
			{ id: person.id, version: person.version, name: person.name, role: person.role, barred: person.barred, ...body },
			{ onSuccess: done },
		);
	const places = set.error instanceof Refusal ? set.error.places : {};
	return (
		<tr>
			<th scope="row">
				<span className={person.barred ? "struck" : undefined}>{person.name}</span>
				{person.barred ? <div className="soft">deactivated</div> : null}
				{set.error && !places.password ? <div className="wrong">{set.error.message}</div> : null}
			</th>
			<td>
				<Select
					aria-label={`What ${person.name} may do`}
					data={ROLES}
					value={person.role}
					allowDeselect={false}
					disabled={person.barred}
					onChange={(role) => role && change({ role: role as Person["role"] })}
					miw={260}
				/>
			</td>
			<td className="soft">
				{date(person.added_at)}
				<br />
				by {person.added_by}
			</td>
			<td>
				<Group gap="xs" wrap="nowrap" align="start">
					<PasswordInput
						aria-label={`New password for ${person.name}`}
						placeholder="a new one"
						value={password}
						onChange={(e) => setPassword(e.currentTarget.value)}
						error={places.password}
						autoComplete="new-password"
						miw={170}
					/>
					<Button variant="default" disabled={password === ""} onClick={() => change({ password }, () => setPassword(""))}>
						Set
					</Button>
				</Group>
			</td>
			<td>
				<Button
					variant="subtle"
					onClick={() => change({ barred: !person.barred })}
					aria-label={`${person.barred ? "Reactivate" : "Deactivate"} ${person.name}`}
				>
					{person.barred ? "Reactivate" : "Deactivate"}
				</Button>
			</td>
		</tr>
	);
}

const NOBODY = { name: "", role: "inspector" as Person["role"], password: "", barred: false };

function Add() {
	const set = useSetPerson();
	const [body, setBody] = useState(NOBODY);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		set.mutate({ ...body, name: body.name.trim() }, { onSuccess: () => setBody(NOBODY) });
	};
	const places = set.error instanceof Refusal ? set.error.places : {};
	return (
		<section className="panel" aria-label="Add a person">
			<Title order={2} size="h4" mb="xs">
				Add a person
			</Title>
			<form onSubmit={submit}>
				<Group align="start">
					<TextInput
						label="Name"
						value={body.name}
						onChange={(e) => setBody({ ...body, name: e.currentTarget.value })}
						error={places.name ?? (set.error && !places.password ? set.error.message : undefined)}
						maxLength={100}
					/>
					<Select
						label="May"
						data={ROLES}
						value={body.role}
						allowDeselect={false}
						onChange={(role) => role && setBody({ ...body, role: role as Person["role"] })}
						miw={280}
					/>
					<PasswordInput
						label="First password"
						description="At least 10 characters; tell it to them in person."
						inputWrapperOrder={["label", "input", "description", "error"]}
						value={body.password}
						onChange={(e) => setBody({ ...body, password: e.currentTarget.value })}
						error={places.password}
						autoComplete="new-password"
						miw={240}
					/>
					<Button type="submit" mt={26} disabled={body.name.trim() === ""} loading={set.isPending}>
						Add
					</Button>
				</Group>
			</form>
		</section>
	);
}
