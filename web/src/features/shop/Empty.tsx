import { Button, Group, Stack, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { searchQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { usePerson } from "../../ui/person";
import { shopWords } from "../../words/shop";

/** A shop without an open job: one that is through with its work, or one that begins. */
export function Empty() {
	const person = usePerson();
	const closed = useQuery(searchQuery({ text: "", set: "", action: "", step: "", kind: "", from: "", to: "", unit: "in" }));
	if (!closed.data) return null;
	if (closed.data.length > 0) {
		return (
			<p>
				{shopWords.noOpenJobs}{" "}
				<Link to="/search" className={look.link}>
					{shopWords.theOthersAreInTheArchive}
				</Link>
			</p>
		);
	}
	return (
		<section className={look.panel}>
			<Title order={2} size="h3" mb="sm">
				{shopWords.welcome}
			</Title>
			<Stack gap="md" align="flex-start">
				<p className={look.flush}>{shopWords.whatLedgeDoes}</p>
				<Group>
					<Button component={Link} to="/jobs/new">
						{shopWords.startAJob}
					</Button>
					{person.name === "" ? (
						<Button variant="default" onClick={person.change}>
							{shopWords.sayWhoYouAre}
						</Button>
					) : null}
					<Button variant="default" component="a" href="/help/" target="_blank" rel="noreferrer">
						{shopWords.readTheGuide}
					</Button>
				</Group>
			</Stack>
		</section>
	);
}
