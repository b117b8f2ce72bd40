import { Button, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { Person } from "../../api/client";
import { sessionsQuery, useEndSession } from "../../api/people";
import { browserName } from "./browser";
import { dateTime } from "../../words/intl";

const on = (at: string) => dateTime(at);

/** In which browsers people are signed in; any of them can be signed out from here. */
export function Sessions({ people }: { people: Person[] }) {
	const sessions = useQuery(sessionsQuery).data ?? [];
	const end = useEndSession();
	if (sessions.length === 0) return null;
	return (
		<section className="panel" style={{ overflowX: "auto" }} aria-label="Signed in">
			<Title order={2} size="h4" mb="xs">
				Signed in
			</Title>
			<table className="readings people">
				<thead>
					<tr>
						<th>Name</th>
						<th>Browser</th>
						<th>Since</th>
						<th>Last used</th>
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
									{s.this ? <div className="soft">this one</div> : null}
								</td>
								<td className="soft">{on(s.began_at)}</td>
								<td className="soft">{on(s.seen_at)}</td>
								<td>
									{s.this ? null : (
										<Button
											variant="subtle"
											loading={end.isPending && end.variables === s.id}
											onClick={() => end.mutate(s.id)}
											aria-label={`Sign ${name} out of ${browserName(s.device)}`}
										>
											Sign out
										</Button>
									)}
								</td>
							</tr>
						);
					})}
				</tbody>
			</table>
			{end.error ? <p className="wrong">{end.error.message}</p> : null}
			<p className="soft">A new password signs a person's other browsers out; deactivating signs out all of them.</p>
		</section>
	);
}
