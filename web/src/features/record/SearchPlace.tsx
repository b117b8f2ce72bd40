import { Button, Group, Select, Stack, Table, TextInput, Title } from "@mantine/core";
import { IconSearch } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { type FoundJob, Refusal } from "../../api/client";
import { type SearchFields, searchQuery } from "../../api/queries";
import { choicesOf, kindRows, setRows } from "../../api/table";
import { settles } from "../../api/way";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { date, day } from "../../words/intl";
import { placeWords } from "../../words/places";
import { recordWords } from "../../words/record";
import { capital, setName } from "../../words/trade";
import { NOTHING } from "./meant";
import css from "./record.module.css";

/** Job archive: by words, by what was decided, by what was measured. The search stands in the address, to be kept. */
export function SearchPlace() {
	const [address, setAddress] = useSearchParams();
	const asked = Object.fromEntries(
		Object.entries(NOTHING).map(([name, empty]) => [name, address.get(name) ?? empty]),
	) as unknown as SearchFields;
	const [fields, setFields] = useState(asked);
	const found = useQuery({ ...searchQuery(asked), placeholderData: (before) => before });
	const set = (change: Partial<SearchFields>) => setFields({ ...fields, ...change });
	const go = (next: SearchFields) =>
		setAddress(
			Object.entries(next).filter(([name, value]) => value !== NOTHING[name as keyof SearchFields]),
			{ replace: true },
		);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		go(fields);
	};
	const places = found.error instanceof Refusal ? found.error.places : {};
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: placeWords.search }]} />
			<main className={look.page}>
				<Title order={1}>{recordWords.jobArchive}</Title>
				<form onSubmit={submit} className={`${look.panel} ${css.search}`}>
					<Stack gap="xs">
						<Group align="end" grow preventGrowOverflow={false} wrap="nowrap">
							<TextInput
								label={recordWords.engineCustomerOrNumber}
								leftSection={<IconSearch size={16} />}
								value={fields.text}
								onChange={(e) => set({ text: e.currentTarget.value })}
								maxLength={100}
								data-autofocus
							/>
							<Button type="submit" className={css.asIs}>
								{recordWords.search}
							</Button>
						</Group>
						<div className={look.twin}>
							<fieldset>
								<legend>{recordWords.decided}</legend>
								<Group gap="xs" className={css.fields}>
									<Select
										aria-label={recordWords.set}
										placeholder={recordWords.anySet}
										data={setRows().map(({ set: value, short: label }) => ({ value, label }))}
										value={fields.set || null}
										onChange={(value) => set({ set: value ?? "" })}
										clearable
									/>
									<Select
										aria-label={recordWords.decision}
										placeholder={recordWords.anyWay}
										data={choicesOf("action").filter((a) => settles(a.value))}
										value={fields.action || null}
										onChange={(value) => set({ action: (value ?? "") as SearchFields["action"] })}
										clearable
									/>
									<TextInput
										aria-label={recordWords.step}
										placeholder={recordWords.step2}
										value={fields.step}
										onChange={(e) => set({ step: e.currentTarget.value })}
										error={places["query.step"]}
										w={90}
									/>
								</Group>
							</fieldset>
							<fieldset>
								<legend>{recordWords.measured}</legend>
								<Group gap="xs" className={css.fields} align="start">
									<Select
										aria-label={recordWords.part}
										placeholder={recordWords.anyPart}
										data={kindRows()
											.filter((row) => row.quantity === "size" && !row.list && row.role !== "bearing")
											.map(({ kind: value, plural: label }) => ({ value, label }))}
										value={fields.kind || null}
										onChange={(value) => set({ kind: value ?? "" })}
										clearable
									/>
									<TextInput
										aria-label={recordWords.fromSize}
										placeholder={recordWords.from}
										value={fields.from}
										onChange={(e) => set({ from: e.currentTarget.value })}
										error={places["query.from"]}
										w={110}
									/>
									<TextInput
										aria-label={recordWords.toSize}
										placeholder={recordWords.to}
										value={fields.to}
										onChange={(e) => set({ to: e.currentTarget.value })}
										error={places["query.to"]}
										w={110}
									/>
									<Select
										aria-label={recordWords.unit}
										data={[
											{ value: "in", label: "in" },
											{ value: "mm", label: "mm" },
										]}
										value={fields.unit}
										allowDeselect={false}
										onChange={(unit) => set({ unit: unit === "mm" ? "mm" : "in" })}
										w={80}
									/>
								</Group>
							</fieldset>
						</div>
					</Stack>
				</form>
				{found.error && Object.keys(places).length === 0 ? <p className={look.wrong}>{found.error.message}</p> : null}
				{found.data && !found.error ? (
					<Results
						found={found.data}
						clear={
							address.size === 0
								? undefined
								: () => {
										setFields(NOTHING);
										go(NOTHING);
									}
						}
					/>
				) : null}
			</main>
		</>
	);
}

/** How many jobs one search shows. */
const MOST = 100;

function Results({ found, clear }: { found: FoundJob[]; clear?: () => void }) {
	return (
		<>
			<Group justify="space-between" mt="md" mb={4}>
				<output>
					{found.length === 0
						? recordWords.noJobFits
						: found.length >= MOST
							? recordWords.theLatestThatFitMoreWords(MOST)
							: recordWords.theLatestFirst(found.length)}
				</output>
				{clear ? (
					<Button variant="subtle" size="compact-sm" onClick={clear}>
						{recordWords.showAll}
					</Button>
				) : null}
			</Group>
			{found.length > 0 ? (
				<div className={look.scroll}>
					<Table className={css.found}>
						<Table.Thead>
							<Table.Tr>
								<Table.Th>{recordWords.job}</Table.Th>
								<Table.Th>{recordWords.engine}</Table.Th>
								<Table.Th>{recordWords.customer}</Table.Th>
								<Table.Th>{recordWords.signed}</Table.Th>
								<Table.Th>{recordWords.status}</Table.Th>
							</Table.Tr>
						</Table.Thead>
						<Table.Tbody>
							{found.map((job) => (
								<Table.Tr key={job.id}>
									<Table.Th scope="row" className={look.figure}>
										<Link to={`/jobs/${job.id}`}>{job.number}</Link>
									</Table.Th>
									<Table.Td>
										{job.engine}
										<div>
											<Link to={`/learned?engine=${encodeURIComponent(job.engine)}`} className={css.aside}>
												{recordWords.wearHistoryOfIt}
											</Link>
										</div>
									</Table.Td>
									<Table.Td>{job.customer}</Table.Td>
									<Table.Td>
										{job.decisions.length === 0 ? <span className={look.soft}>{recordWords.nothingYet}</span> : null}
										{job.decisions.map((d) => (
											<span key={d.set} className={css.signed}>
												<span className={look.soft}>{setName(d.set)}</span> {capital(d.says)}
											</span>
										))}
									</Table.Td>
									<Table.Td>
										{job.closed_at
											? recordWords.closed(date(job.closed_at))
											: job.promised_on
												? recordWords.inTheShopPromised(day(job.promised_on))
												: "in the shop"}
									</Table.Td>
								</Table.Tr>
							))}
						</Table.Tbody>
					</Table>
				</div>
			) : null}
		</>
	);
}
