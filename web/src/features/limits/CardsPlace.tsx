import { Button, Group, Stack, Switch, Table, TextInput, Title } from "@mantine/core";
import { IconPlus } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { cardsQuery } from "../../api/cards";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { isKept } from "../../ui/use-kept";
import { date } from "../../words/intl";
import { layoutSaid } from "../../words/layout";
import { limitsWords } from "../../words/limits";
import { placeWords } from "../../words/places";

/** The library of engine cards, and the jobs that no card was made of yet. */
export function CardsPlace() {
	const [search, setSearch] = useState("");
	const [all, setAll] = useState(false);
	const says = (...texts: string[]) => texts.join(" ").toLowerCase().includes(search.trim().toLowerCase());
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: placeWords.cards }]} />
			<main className={look.page}>
				<Stack gap="md">
					<Group justify="space-between">
						<Title order={1}>{limitsWords.engineCards}</Title>
						<Group>
							<TextInput
								aria-label={limitsWords.findACard}
								placeholder={limitsWords.findACard}
								value={search}
								onChange={(e) => setSearch(e.currentTarget.value)}
							/>
							<Button component={Link} to="/cards/new" leftSection={<IconPlus size={16} />}>
								{isKept("card.new") ? limitsWords.goOnWithTheDraft : limitsWords.newCard}
							</Button>
						</Group>
					</Group>
					<Load query={useQuery(cardsQuery)}>
						{({ cards, jobs }) => {
							const shown = cards.filter((c) => (all || !c.withdrawn) && says(c.engine, c.book));
							return (
								<>
									{cards.length === 0 ? <p>{limitsWords.noCardsYet}</p> : null}
									{shown.length > 0 ? (
										<div className={look.scroll}>
											<Table>
												<Table.Tbody>
													{shown.map((c) => (
														<Table.Tr key={c.card}>
															<Table.Td>
																<Link to={`/cards/${c.card}`} className={look.link}>
																	<b>{c.engine}</b>
																</Link>
																{isKept(`card.${c.card}`) ? <span className={look.note}> {limitsWords.aDraft}</span> : null}
																{c.withdrawn ? <span className={look.soft}> {limitsWords.withdrawn}</span> : null}
															</Table.Td>
															<Table.Td className={look.soft}>{c.book}</Table.Td>
															<Table.Td>{layoutSaid(c.layout)}</Table.Td>
															<Table.Td>{limitsWords.values(c.values)}</Table.Td>
															<Table.Td className={look.soft}>
																{limitsWords.versionBy(c.version, c.set_by, date(c.set_at))}
															</Table.Td>
															<Table.Td>
																<Button size="compact-sm" component={Link} to={`/jobs/new?card=${c.id}`}>
																	{limitsWords.startAJobFromIt}
																</Button>
															</Table.Td>
														</Table.Tr>
													))}
												</Table.Tbody>
											</Table>
										</div>
									) : null}
									{cards.some((c) => c.withdrawn) ? (
										<Switch label={limitsWords.withdrawnToo} checked={all} onChange={(e) => setAll(e.currentTarget.checked)} />
									) : null}
									{jobs.length > 0 ? (
										<section aria-label={limitsWords.jobsWithLimits}>
											<Title order={2} size="h4">
												{limitsWords.jobsWithLimits}
											</Title>
											<div className={look.scroll}>
												<Table>
													<Table.Tbody>
														{jobs
															.filter((j) => says(j.engine, j.number, j.customer))
															.map((j) => (
																<Table.Tr key={j.id}>
																	<Table.Td>
																		<Link to={`/jobs/${j.id}`} className={look.link}>
																			{j.engine}
																		</Link>
																	</Table.Td>
																	<Table.Td className={look.figure}>{j.number}</Table.Td>
																	<Table.Td className={look.soft}>
																		{j.closed_at ? limitsWords.left(date(j.closed_at)) : limitsWords.inTheShop}
																	</Table.Td>
																	<Table.Td>
																		<Button size="compact-sm" variant="default" component={Link} to={`/cards/new?job=${j.id}`}>
																			{limitsWords.makeACard}
																		</Button>
																	</Table.Td>
																</Table.Tr>
															))}
													</Table.Tbody>
												</Table>
											</div>
										</section>
									) : null}
								</>
							);
						}}
					</Load>
				</Stack>
			</main>
		</>
	);
}
