import { Alert, Button, Group, Modal, Select, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { cardQuery, cardsQuery, cardTakenQuery } from "../../api/cards";
import { useReadCard } from "../../api/changes";
import type { JobView, LimitSet, Policy } from "../../api/client";
import { jobQuery } from "../../api/queries";
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
	/** Takes limits into the form, with the version of the card that they are of. */
	onTake: (limits: LimitSet, policy: Policy, card?: string) => void;
}

/** Where the limits of a job come from: its card and a newer version of it, another card or job to compare or load, a file. */
export function Cards({ view, limits, onTake }: CardsProps) {
	const [reading, setReading] = useState(false);
	const [chosen, setChosen] = useState("");
	const cards = useQuery(cardsQuery);
	const [what, id = ""] = chosen.split(" ");
	const job = useQuery({ ...jobQuery(Number(id)), enabled: what === "job" });
	const card = useQuery({ ...cardQuery(id), enabled: what === "card" });
	const newest = card.data?.[0];
	const theirs =
		what === "job" && job.data
			? { name: job.data.job.engine, limits: job.data.job.limits, policy: job.data.job.policy, card: undefined }
			: what === "card" && newest
				? { name: limitsWords.version(newest.engine, newest.version), ...newest, card: newest.id }
				: undefined;
	return (
		<section aria-label={limitsWords.engineCards}>
			<Taken view={view} onTake={onTake} />
			<Group align="flex-end">
				<Select
					label={limitsWords.anotherCard}
					placeholder={limitsWords.toCompareOrCopy}
					clearable
					searchable
					w={340}
					data={[
						{
							group: limitsWords.cards,
							items: (cards.data?.cards ?? [])
								.filter((c) => !c.withdrawn)
								.map((c) => ({ value: `card ${c.card}`, label: limitsWords.version(c.engine, c.version) })),
						},
						{
							group: limitsWords.jobs,
							items: (cards.data?.jobs ?? [])
								.filter((j) => j.id !== view.job.id)
								.map((j) => ({ value: `job ${j.id}`, label: `${j.number} · ${j.engine}` })),
						},
					]}
					onChange={(v) => setChosen(v ?? "")}
				/>
				<Button variant="default" disabled={!theirs} onClick={() => theirs && onTake(theirs.limits, theirs.policy, theirs.card)}>
					{limitsWords.loadIntoTheForm}
				</Button>
				<Button variant="default" onClick={() => setReading(true)}>
					{limitsWords.import}
				</Button>
				<Button variant="default" component={Link} to={`/cards/new?job=${view.job.id}`}>
					{limitsWords.keepAsACard}
				</Button>
				<Button variant="default" component="a" href={`/api/v1/jobs/${view.job.id}/card`} download>
					{limitsWords.saveAsAFile}
				</Button>
			</Group>
			{theirs ? (
				<Compare here={view.job.engine} there={theirs.name} rows={differences(limits, theirs.limits, view.job.unit)} />
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

/** Which version of a card the job took; where there is a newer one, what differs and a way to load it. */
function Taken({ view, onTake }: Pick<CardsProps, "view" | "onTake">) {
	const { data } = useQuery(cardTakenQuery(view.job.id));
	const { taken, newest } = data ?? {};
	if (!taken) return null;
	const name = (
		<Link to={`/cards/${taken.card}`} className={look.link}>
			{limitsWords.version(taken.engine, taken.version)}
		</Link>
	);
	if (!newest)
		return (
			<p className={look.soft}>
				<Rich text={limitsWords.takenFrom} card={name} />
			</p>
		);
	const rows = differences(taken.limits, newest.limits, view.job.unit);
	return (
		<Alert color="layout" variant="light" mb="sm" title={limitsWords.aNewerVersion(newest.version)}>
			<Rich text={limitsWords.takenFromAndKeeps} card={name} /> {newest.note ? `“${newest.note}” ` : ""}
			<ul>
				{rows.map((r) => (
					<li key={`${r.block} ${r.kind} ${r.label}`}>
						{limitsWords.differs(plural(r.kind), r.label, r.here, r.there, r.block === "close")}
					</li>
				))}
			</ul>
			{rows.length === 0 ? <p>{limitsWords.bothCardsSayTheSame}</p> : null}
			{view.job.closed_at ? null : (
				<Button size="compact-md" onClick={() => onTake(newest.limits, newest.policy, newest.id)}>
					{limitsWords.loadVersion(newest.version)}
				</Button>
			)}
		</Alert>
	);
}

/** Where two cards differ, limit by limit. */
export function Compare({ here, there, rows }: { here: string; there: string; rows: Difference[] }) {
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

interface ReadCardProps {
	opened: boolean;
	onClose: () => void;
	onTake: (limits: LimitSet, policy: Policy) => void;
}

/** Reads a card, or any open file. */
function ReadCard({ opened, onClose, onTake }: ReadCardProps) {
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
