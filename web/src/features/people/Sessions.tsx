import { Button, Table, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { Person } from "../../api/client";
import { sessionsQuery, useEndSession } from "../../api/people";
import look from "../../look/look.module.css";
import { dateTime } from "../../words/intl";
import { peopleWords } from "../../words/people";
import { browserName } from "./browser";
import css from "./people.module.css";

const on = (at: string) => dateTime(at);

/** In which browsers people are signed in; any of them can be signed out from here. */
export function Sessions({ people }: { people: Person[] }) {
	const sessions = useQuery(sessionsQuery).data ?? [];
	const end = useEndSession();
	if (sessions.length === 0) return null;
	return (
		<section className={`${look.panel} ${look.scroll}`} aria-label={peopleWords.signedIn}>
			<Title order={2} size="h4" mb="xs">
				{peopleWords.signedIn}
			</Title>
			<Table className={css.people}>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{peopleWords.name}</Table.Th>
						<Table.Th>{peopleWords.browser}</Table.Th>
						<Table.Th>{peopleWords.since}</Table.Th>
						<Table.Th>{peopleWords.lastUsed}</Table.Th>
						<Table.Th />
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{sessions.map((s) => {
						const name = people.find((p) => p.id === s.person_id)?.name ?? "";
						return (
							<Table.Tr key={s.id}>
								<Table.Th scope="row">{name}</Table.Th>
								<Table.Td>
									{browserName(s.device)}
									{s.this ? <div className={look.soft}>{peopleWords.thisOne}</div> : null}
								</Table.Td>
								<Table.Td className={look.soft}>{on(s.began_at)}</Table.Td>
								<Table.Td className={look.soft}>{on(s.seen_at)}</Table.Td>
								<Table.Td>
									{s.this ? null : (
										<Button
											variant="subtle"
											loading={end.isPending && end.variables === s.id}
											onClick={() => end.mutate(s.id)}
											aria-label={peopleWords.signOutOf(name, browserName(s.device))}
										>
											{peopleWords.signOut}
										</Button>
									)}
								</Table.Td>
							</Table.Tr>
						);
					})}
				</Table.Tbody>
			</Table>
			{end.error ? <p className={look.wrong}>{end.error.message}</p> : null}
			<p className={look.soft}>{peopleWords.aNewPasswordSignsAPersons}</p>
		</section>
	);
}
