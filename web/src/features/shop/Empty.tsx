import { Button, Group, SegmentedControl, Stack, Table, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { useSample, useSetUnit } from "../../api/changes";
import { shopQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { usePerson } from "../../ui/person";
import { shopWords } from "../../words/shop";

/** A shop without an open job: one that is through with its work, or one that begins. */
export function Empty() {
	const shop = useQuery(shopQuery);
	if (!shop.data) return null;
	if (!shop.data.empty) {
		return (
			<p>
				{shopWords.noOpenJobs}{" "}
				<Link to="/search" className={look.link}>
					{shopWords.theOthersAreInTheArchive}
				</Link>
			</p>
		);
	}
	return <FirstDay unit={shop.data.unit} />;
}

/** What a shop begins with, step by step; each can wait. */
function FirstDay({ unit }: { unit: "in" | "mm" | undefined }) {
	const person = usePerson();
	const setUnit = useSetUnit();
	const sample = useSample();
	return (
		<section className={look.panel} aria-label={shopWords.welcome}>
			<Title order={2} size="h3" mb="sm">
				{shopWords.welcome}
			</Title>
			<Stack gap="md">
				<p className={look.flush}>{shopWords.whatLedgeDoes}</p>
				<Table>
					<Table.Tbody>
						<Table.Tr>
							<Table.Th scope="row" miw={110}>
								{shopWords.yourUnit}
							</Table.Th>
							<Table.Td>
								<SegmentedControl
									aria-label={shopWords.yourUnit}
									value={unit || "in"}
									onChange={(to) => setUnit.mutate(to === "mm" ? "mm" : "in")}
									data={[
										{ value: "in", label: shopWords.inches },
										{ value: "mm", label: shopWords.millimetres },
									]}
								/>
							</Table.Td>
							<Table.Td className={look.soft}>{shopWords.eachJobCanHaveItsOwn}</Table.Td>
						</Table.Tr>
						{person.role ? null : (
							<Table.Tr>
								<Table.Th scope="row" miw={110}>
									{shopWords.yourName}
								</Table.Th>
								<Table.Td>
									<Button variant="default" onClick={person.change}>
										{person.name || shopWords.sayWhoYouAre}
									</Button>
								</Table.Td>
								<Table.Td className={look.soft}>{shopWords.itStandsOnEveryReading}</Table.Td>
							</Table.Tr>
						)}
						<Table.Tr>
							<Table.Th scope="row" miw={110}>
								{shopWords.lookRound}
							</Table.Th>
							<Table.Td>
								<Button variant="default" loading={sample.isPending} onClick={() => sample.mutate(true)}>
									{shopWords.fillWithASample}
								</Button>
							</Table.Td>
							<Table.Td className={look.soft}>{shopWords.whatTheSampleIs}</Table.Td>
						</Table.Tr>
						<Table.Tr>
							<Table.Th scope="row" miw={110}>
								{shopWords.begin}
							</Table.Th>
							<Table.Td>
								<Group gap="xs" wrap="nowrap">
									<Button component={Link} to="/jobs/new">
										{shopWords.startAJob}
									</Button>
									<Button variant="default" component={Link} to="/cards/new">
										{shopWords.typeACard}
									</Button>
								</Group>
							</Table.Td>
							<Table.Td className={look.soft}>{shopWords.aJobTakesAMinute}</Table.Td>
						</Table.Tr>
						<Table.Tr>
							<Table.Th scope="row" miw={110}>
								{shopWords.help}
							</Table.Th>
							<Table.Td>
								<Button variant="default" component="a" href="/help/" target="_blank" rel="noreferrer">
									{shopWords.readTheGuide}
								</Button>
							</Table.Td>
							<Table.Td className={look.soft}>{shopWords.theGuideIsOneKeyAway}</Table.Td>
						</Table.Tr>
					</Table.Tbody>
				</Table>
				<Failed error={sample.error ?? setUnit.error} />
			</Stack>
		</section>
	);
}
