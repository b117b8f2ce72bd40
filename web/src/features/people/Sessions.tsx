import { Button, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { Person } from "../../api/client";
import { sessionsQuery, useEndSession } from "../../api/people";
import { dateTime } from "../../words/intl";
import { peopleWords } from "../../words/people";
import { browserName } from "./browser";

const on = (at: string) => dateTime(at);

/** In which browsers people are signed in; any of them can be signed out from here. */
export function Sessions({ people }: { people: Person[] }) {
	const sessions = useQuery(sessionsQuery).data ?? [];
	const end = useEndSession();
	if (sessions.length === 0) return null;
	return (
		<section className="panel" style={{ overflowX: "auto" }} aria-label={peopleWords.signedIn}>
			<Title order={2} size="h4" mb="xs">
				{peopleWords.signedIn}
			</Title>
			<table className="readings people">
				<thead>
					<tr>
						<th>{peopleWords.name}</th>
						<th>{peopleWords.browser}</th>
						<th>{peopleWords.since}</th>
						<th>{peopleWords.lastUsed}</th>
						<th />
					</tr>
				</thead>
				<tbody>
					{sessions.map((s) => {
						const name = people.find((p) => p.id === s.person_id)?.name ?? "";
						return (
							<tr key={s.id}>
								<th scope="row">{name}</th>
								<td>
									{browserName(s.device)}
									{s.this ? <div className="soft">{peopleWords.thisOne}</div> : null}
								</td>
								<td className="soft">{on(s.began_at)}</td>
								<td className="soft">{on(s.seen_at)}</td>
								<td>
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
								</td>
							</tr>
						);
					})}
				</tbody>
			</table>
			{end.error ? <p className="wrong">{end.error.message}</p> : null}
			<p className="soft">{peopleWords.aNewPasswordSignsAPersons}</p>
		</section>
	);
}
