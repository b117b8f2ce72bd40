import { Button, Group, PasswordInput, Select, Stack, Table, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type Person, type PersonBody, Refusal } from "../../api/client";
import { peopleQuery, useSetPerson } from "../../api/people";
import { choicesOf } from "../../api/table";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { date } from "../../words/intl";
import { peopleWords } from "../../words/people";
import { placeWords } from "../../words/places";
import css from "./people.module.css";
import { Sessions } from "./Sessions";

/** Who may sign in, and what they may do. */
export function PeoplePlace() {
	return (
		<Load query={useQuery(peopleQuery)}>
			{(people) => (
				<>
					<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: placeWords.people }]} />
					<main className={look.page}>
						<Stack gap="lg">
							<Title order={1}>{peopleWords.people}</Title>
							<section className={`${look.panel} ${look.scroll}`}>
								<Table className={css.people}>
									<Table.Thead>
										<Table.Tr>
											<Table.Th>{peopleWords.name}</Table.Th>
											<Table.Th>{peopleWords.may}</Table.Th>
											<Table.Th>{peopleWords.since}</Table.Th>
											<Table.Th>{peopleWords.password}</Table.Th>
											<Table.Th />
										</Table.Tr>
									</Table.Thead>
									<Table.Tbody>
										{people.map((p) => (
											<Row key={p.id} person={p} />
										))}
									</Table.Tbody>
								</Table>
								<p className={look.soft}>{peopleWords.nobodyIsErasedWhatTheySigned}</p>
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
		<Table.Tr>
			<Table.Th scope="row">
				<span className={person.barred ? look.struck : undefined}>{person.name}</span>
				{person.barred ? <div className={look.soft}>{peopleWords.deactivated}</div> : null}
				{set.error && !places.password ? <div className={look.wrong}>{set.error.message}</div> : null}
			</Table.Th>
			<Table.Td>
				<Select
					aria-label={peopleWords.whatMayDo(person.name)}
					data={choicesOf("role")}
					value={person.role}
					allowDeselect={false}
					disabled={person.barred}
					onChange={(role) => role && change({ role: role as Person["role"] })}
					miw={260}
				/>
			</Table.Td>
			<Table.Td className={look.soft}>
				{date(person.added_at)}
				<br />
				{peopleWords.by(person.added_by)}
			</Table.Td>
			<Table.Td>
				<Group gap="xs" wrap="nowrap" align="start">
					<PasswordInput
						aria-label={peopleWords.newPasswordFor(person.name)}
						placeholder={peopleWords.aNewOne}
						value={password}
						onChange={(e) => setPassword(e.currentTarget.value)}
						error={places.password}
						autoComplete="new-password"
						miw={170}
					/>
					<Button variant="default" disabled={password === ""} onClick={() => change({ password }, () => setPassword(""))}>
						{peopleWords.set}
					</Button>
				</Group>
			</Table.Td>
			<Table.Td>
				<Button
					variant="subtle"
					onClick={() => change({ barred: !person.barred })}
					aria-label={`${person.barred ? peopleWords.reactivate : peopleWords.deactivate} ${person.name}`}
				>
					{person.barred ? "Reactivate" : "Deactivate"}
				</Button>
			</Table.Td>
		</Table.Tr>
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
		<section className={look.panel} aria-label={peopleWords.addAPerson}>
			<Title order={2} size="h4" mb="xs">
				{peopleWords.addAPerson}
			</Title>
			<form onSubmit={submit}>
				<Group align="start">
					<TextInput
						label={peopleWords.name}
						value={body.name}
						onChange={(e) => setBody({ ...body, name: e.currentTarget.value })}
						error={places.name ?? (set.error && !places.password ? set.error.message : undefined)}
						maxLength={100}
					/>
					<Select
						label={peopleWords.may}
						data={choicesOf("role")}
						value={body.role}
						allowDeselect={false}
						onChange={(role) => role && setBody({ ...body, role: role as Person["role"] })}
						miw={280}
					/>
					<PasswordInput
						label={peopleWords.firstPassword}
						description={peopleWords.atLeast10CharactersTellItTo}
						inputWrapperOrder={["label", "input", "description", "error"]}
						value={body.password}
						onChange={(e) => setBody({ ...body, password: e.currentTarget.value })}
						error={places.password}
						autoComplete="new-password"
						miw={240}
					/>
					<Button type="submit" mt={26} disabled={body.name.trim() === ""} loading={set.isPending}>
						{peopleWords.add}
					</Button>
				</Group>
			</form>
		</section>
	);
}
