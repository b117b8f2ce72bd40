import { Button, Group, Modal, Select, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useReadCard } from "../../api/changes";
import type { JobView, LimitSet, Policy } from "../../api/client";
import { jobQuery, jobsQuery } from "../../api/queries";
import { plural } from "../../api/table";
import look from "../../look/look.module.css";
import { FileDrop } from "../../ui/FileDrop";
import { limitsWords } from "../../words/limits";
import { Rich } from "../../words/Rich";
import { type Difference, differences } from "./compare";
import css from "./limits.module.css";

export interface CardsProps {
	view: JobView;
	/** The limits as they stand in the form. */
	limits: LimitSet;
	onTake: (limits: LimitSet, policy: Policy) => void;
}

/** Engine cards: save this one, take one from a file or another job into the form, compare it with another. */
export function Cards({ view, limits, onTake }: CardsProps) {
	const [reading, setReading] = useState(false);
	const [other, setOther] = useState<number>();
	const jobs = useQuery(jobsQuery(""));
	const compared = useQuery({ ...jobQuery(other ?? 0), enabled: other !== undefined });
	const data =
		jobs.data
			?.filter((j) => j.id !== view.job.id && j.sets.length > 0)
			.map((j) => ({ value: String(j.id), label: `${j.number} · ${j.engine}` })) ?? [];
	const theirs = other === undefined ? undefined : compared.data;
	return (
		<section aria-label={limitsWords.engineCards}>
			<Group align="flex-end">
				<Select
					label={limitsWords.anotherJobsCard}
					placeholder={limitsWords.toCompareOrCopy}
					clearable
					data={data}
					onChange={(v) => setOther(v ? Number(v) : undefined)}
				/>
				<Button variant="default" disabled={!theirs} onClick={() => theirs && onTake(theirs.job.limits, theirs.job.policy)}>
					{limitsWords.loadIntoTheForm}
				</Button>
				<Button variant="default" onClick={() => setReading(true)}>
					{limitsWords.import}
				</Button>
				<Button variant="default" component="a" href={`/api/v1/jobs/${view.job.id}/card`} download>
					{limitsWords.saveAsACard}
				</Button>
			</Group>
			{theirs ? (
				<Compare here={view.job.engine} there={theirs.job.engine} rows={differences(limits, theirs.job.limits, view.job.unit)} />
			) : null}
			<ReadCard
				opened={reading}
				onClose={() => setReading(false)}
				onTake={(l, p) => {
					setReading(false);
					onTake(l, p);
				}}
			/>
		</section>
	);
}

function Compare({ here, there, rows }: { here: string; there: string; rows: Difference[] }) {
	return (
		<div className={`${look.panel} ${css.cards}`}>
			{rows.length === 0 ? (
				<b>{limitsWords.bothCardsSayTheSame}</b>
			) : (
				<Table>
					<Table.Thead>
						<Table.Tr>
							<Table.Th>{limitsWords.whereTheyDiffer}</Table.Th>
							<Table.Th>{here}</Table.Th>
							<Table.Th>{there}</Table.Th>
						</Table.Tr>
					</Table.Thead>
					<Table.Tbody>
						{rows.map((r) => (
							<Table.Tr key={`${r.block} ${r.kind} ${r.label}`}>
								<Table.Td>
									{plural(r.kind)}
									{r.block === "close" ? " (close)" : ""}: {r.label.toLowerCase()}
								</Table.Td>
								<Table.Td className={look.figure}>{r.here || "–"}</Table.Td>
								<Table.Td className={look.figure}>{r.there || "–"}</Table.Td>
							</Table.Tr>
						))}
					</Table.Tbody>
				</Table>
			)}
		</div>
	);
}

function ReadCard({ opened, onClose, onTake }: { opened: boolean; onClose: () => void; onTake: CardsProps["onTake"] }) {
	const read = useReadCard();
	const card = read.data;
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title={limitsWords.importACard}
			size="lg"
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<FileDrop
				placeholder={limitsWords.aCardOrAnyOpenFile}
				accept="application/json,.json"
				error={read.error}
				onText={(text) => (text === null ? read.reset() : read.mutate(text))}
			>
				{card ? (
					<div>
						<Rich
							text={limitsWords.limitsForKindsOfParts(Object.keys(card.limits.book).length)}
							engine={<b>{card.engine || limitsWords.aCardWithoutAName}</b>}
						/>
					</div>
				) : null}
				<Group>
					<Button disabled={!card} onClick={() => card && onTake(card.limits, card.policy)}>
						{limitsWords.loadThisCard}
					</Button>
				</Group>
			</FileDrop>
		</Modal>
	);
}
