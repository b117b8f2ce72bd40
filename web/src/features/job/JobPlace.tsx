import { Accordion, Alert, Button, Group, Stack, Table, Title, VisuallyHidden } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { cardTakenQuery } from "../../api/cards";
import { useRemovePart } from "../../api/changes";
import type { FeatureView, JobView, Journal } from "../../api/client";
import { ahead, type PathOrder } from "../../api/path";
import { earlierQuery, paceQuery, useJob } from "../../api/queries";
import { type Kind, plural, rowOf, wordOf } from "../../api/table";
import {
	bearingKind,
	crankJournal,
	featureOf,
	findingOf,
	journalKind,
	onCrank,
	partsAt,
	partsOf,
	pathIn,
	shapeOf,
	tagOf,
	taken,
} from "../../api/view";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { showSpan } from "../../quantity/length";
import { AskList } from "../../ui/AskList";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { Notes } from "../../ui/Notes";
import { Onward } from "../../ui/Onward";
import { SvgLink } from "../../ui/SvgLink";
import { usePathOrder } from "../../ui/use-path-order";
import { useStandIn } from "../../ui/use-stand-in";
import { useStored } from "../../ui/use-stored";
import { askWords } from "../../words/asks";
import { date } from "../../words/intl";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { AddParts } from "./AddParts";
import { BendPanel } from "./BendPanel";
import { Components } from "./Components";
import { Decided } from "./Decided";
import { Findings } from "./Findings";
import css from "./job.module.css";
import { PlanChoice } from "./PlanChoice";
import { ReadingsDialog } from "./ReadingsDialog";
import { WalkRail } from "./WalkRail";

/** One job: what is open, and the crankshaft to measure it from. */
export function JobPlace() {
	const id = Number(useParams().id);
	return <Load query={useJob(id, useStandIn())}>{(view) => <JobBoard view={view} />}</Load>;
}

function JobBoard({ view }: { view: JobView }) {
	const { job } = view;
	const [order] = usePathOrder();
	const [csv, setCsv] = useState(false);
	// Of a component beside the engine nothing else is shown.
	const shafted = view.features.some((f) => f.kind === "main_journal" || f.kind === "rod_journal");
	const grave = view.walk.findings.filter((f) => f.gravity === "stop");
	const bench = (place: Journal) => pathIn(view, `bench/${journalKind(place)}/${place.number}`);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine }]}>
				<Button variant="default" size="compact-md" component="a" href={`/api/v1/jobs/${job.id}/file`} download>
					{jobWords.saveAsFile}
				</Button>
				<Button variant="default" size="compact-md" onClick={() => setCsv(true)}>
					{jobWords.readingsAsCsv}
				</Button>
				<Button variant="default" size="compact-md" component={Link} to={`/jobs/${job.id}/history`}>
					{jobWords.history}
				</Button>
				{job.closed_at ? (
					<Button variant="default" size="compact-md" component={Link} to={`/jobs/new?back=${job.id}`}>
						{jobWords.itComesBackNow}
					</Button>
				) : null}
				<Button variant="default" size="compact-md" component={Link} to={`/jobs/${job.id}/limits`}>
					{jobWords.limits}
				</Button>
			</Bar>
			<div className={`${look.columns} ${look.walk}`}>
				<WalkRail view={view} />
				<main>
					<Stack gap="md">
						<Group justify="space-between" align="flex-start">
							<div>
								<Title order={1}>{job.engine}</Title>
								<div className={look.soft}>
									{job.customer} · <span className={look.figure}>{job.number}</span>
									{jobWords.layoutAndDuty(
										job.cylinders,
										job.came.some((c) => c !== "rods" && c !== "pistons") ? job.mains : undefined,
										job.came.includes("crankshaft") ? job.throws : undefined,
										job.duty,
									)}
								</div>
							</div>
							<div className={look.right}>
								<Onward view={view} />
								<Ahead view={view} order={order} />
							</div>
						</Group>
						{job.closed_at ? (
							<p className={look.note}>
								{jobWords.thisJobLeftTheShopOn(
									date(job.closed_at),
									view.closing ? `: ${wordOf("outcome", view.closing.outcome)}` : "",
									view.closing?.reason ? `, “${view.closing.reason}”` : "",
								)}{" "}
								<Link to={`/jobs/${job.id}/report`}>{jobWords.itsReport}</Link>
							</p>
						) : null}
						<BackAgain view={view} />
						<AskList view={view} asks={view.asked.flatMap((s) => s.asks)} title={askWords.readAgain} />
						<Components view={view} />
						<Findings findings={grave} />
						{view.said.length === 0 ? (
							<Alert variant="light" color="layout" title={jobWords.noLimitsYet}>
								<Rich
									text={jobWords.youCanMeasureAlready}
									limits={<Link to={`/jobs/${job.id}/limits`}>{jobWords.limits2}</Link>}
								/>
							</Alert>
						) : null}
						<div className={css.board}>
							<section aria-label={jobWords.howThePartsStand}>
								{shafted ? (
									<div className={css.crank}>
										<Crank
											title={jobWords.crankshaftOfSideViewFromThe(job.engine)}
											shaft={view.shaft}
											journal={(place) => crankJournal(view, place)}
											wrap={(place, inner, label) => (
												<SvgLink to={bench(place)} label={jobWords.measure2(label)}>
													{inner}
												</SvgLink>
											)}
										/>
									</div>
								) : null}
								<Parts view={view} kinds={["main_housing", "cylinder", "rod_housing", "piston"]} />
								<OtherParts view={view} />
							</section>
							<Decided view={view} />
						</div>
						<More view={view} shafted={shafted} />
					</Stack>
				</main>
			</div>
			<ReadingsDialog opened={csv} job={job.id} number={job.number} onClose={() => setCsv(false)} />
		</>
	);
}

/** Where the engine was before, and whether its card has a newer version by now. */
function BackAgain({ view }: { view: JobView }) {
	const { job } = view;
	const earlier = useQuery({ ...earlierQuery(job.id), enabled: job.back_of !== undefined });
	const card = useQuery(cardTakenQuery(job.id));
	const newer = card.data?.newest;
	return (
		<>
			{earlier.data?.number ? (
				<p className={look.flush}>
					<Rich
						text={jobWords.itComesBackFrom(earlier.data.closed ? date(earlier.data.closed) : "")}
						job={
							<Link to={`/jobs/${earlier.data.job}`} className={look.link}>
								{earlier.data.number}
							</Link>
						}
					/>
				</p>
			) : null}
			{newer && !job.closed_at ? (
				<p className={look.note}>
					<Rich
						text={jobWords.aNewerCard(newer.version)}
						limits={
							<Link to={`/jobs/${job.id}/limits`} className={look.link}>
								{jobWords.limits2}
							</Link>
						}
					/>
				</p>
			) : null}
		</>
	);
}

/** What the page draws: places along the crankshaft and rows of parts that are looked at. */
const drawn = (kind: Kind) => (["journal", "bearing"].includes(rowOf(kind).role) ? onCrank(kind) : rowOf(kind).looked);

/** What is not on the drawings above: its kinds, each with how its parts stand. */
function OtherParts({ view }: { view: JobView }) {
	const kinds = [...new Set(view.features.map((f) => f.kind))].filter((kind) => !drawn(kind));
	if (kinds.length === 0) return null;
	return (
		<div className={css.others}>
			{kinds.map((kind) => (
				<span key={kind}>
					<span className={look.soft}>{plural(kind)}</span>{" "}
					{partsOf(view, kind).map((p) => (
						<Link key={p.number} to={pathIn(view, `bench/${kind}/${p.number}`)} className={look.link}>
							<StatusMark standing={p.taken < p.of && p.standing !== "beyond" ? "open" : p.standing} word={false} /> {p.number}
							<VisuallyHidden> {p.label}</VisuallyHidden>
						</Link>
					))}{" "}
					<TakeOut view={view} kind={kind} />
				</span>
			))}
		</div>
	);
}

const NONE: string[] = [];

/** What is wanted now and then: sizes journal by journal, the bend, the plans, further parts; what is open stays open. */
function More({ view, shafted }: { view: JobView; shafted: boolean }) {
	const [open, setOpen] = useStored<string[]>("ledge.job.more", NONE);
	const items = [
		...(shafted
			? [
					{
						name: "sizes",
						title: jobWords.sizesJournalByJournal,
						inside: (
							<div className={look.twin}>
								<FeatureList view={view} title={jobWords.mains} places={view.shaft.filter((p) => !p.throw)} />
								<FeatureList view={view} title={jobWords.rodJournals} places={view.shaft.filter((p) => p.throw)} />
							</div>
						),
					},
				]
			: []),
		...(view.bend ? [{ name: "bend", title: jobWords.bend, inside: <BendPanel view={view} /> }] : []),
		{
			name: "made",
			title: jobWords.whatItIsMadeOf,
			inside: (
				<Link to={`/jobs/${view.job.id}/components`} className={look.link}>
					{jobWords.addReplaceOrCompare}
				</Link>
			),
		},
		{ name: "notes", title: jobWords.notes(view.notes.length), inside: <Notes view={view} /> },
		{ name: "plans", title: jobWords.howTheyAreMeasured, inside: <PlanChoice view={view} /> },
		{ name: "parts", title: jobWords.measureSomethingElseToo, inside: <AddParts view={view} /> },
	];
	return (
		<Accordion multiple value={open} onChange={setOpen} order={2}>
			{items.map(({ name, title, inside }) => (
				<Accordion.Item key={name} value={name}>
					<Accordion.Control>{title}</Accordion.Control>
					<Accordion.Panel>{open.includes(name) ? inside : null}</Accordion.Panel>
				</Accordion.Item>
			))}
		</Accordion>
	);
}

/** Takes the last part of a kind out again, while nothing is recorded of it. */
function TakeOut({ view, kind }: { view: JobView; kind: Kind }) {
	const remove = useRemovePart(view.job.id);
	const number = Math.max(...view.features.filter((f) => f.kind === kind).map((f) => f.number));
	const empty = view.features.every(
		(f) => f.kind !== kind || f.number !== number || (f.tape.length === 0 && f.looks.length === 0),
	);
	if (!empty || view.job.closed_at) return null;
	return (
		<span className={look.soft}>
			<button
				type="button"
				className={look.plainLink}
				onClick={() => remove.mutate({ kind, number, component: tagOf(view, kind) })}
			>
				{jobWords.takeNumberOutAgain(number)}
			</button>
			{remove.error ? <span className={look.wrong}> {remove.error.message}</span> : null}
		</span>
	);
}

/** Parts beside the crankshaft, a row for each kind; a click measures one. */
function Parts({ view, kinds }: { view: JobView; kinds: Kind[] }) {
	const there = kinds.filter((kind) => partsOf(view, kind).length > 0);
	if (there.length === 0) return null;
	return (
		<div className={css.rows}>
			{there.map((kind) => (
				<div key={kind} data-wide={partsOf(view, kind).length > 6}>
					<PartRow
						shape={shapeOf(kind) ?? "bore"}
						title={jobWords.of(plural(kind), view.job.engine)}
						parts={partsOf(view, kind)}
						wrap={(part, inner, label) => (
							<SvgLink to={pathIn(view, `bench/${kind}/${part.number}`)} label={jobWords.measure2(label)}>
								{inner}
							</SvgLink>
						)}
					/>
				</div>
			))}
		</div>
	);
}

function FeatureList({ view, title, places }: { view: JobView; title: string; places: Journal[] }) {
	return (
		<section className={`${look.panel} ${look.scroll}`}>
			<Title order={2} size="h4" mb="xs">
				{title}
			</Title>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{jobWords.journal}</Table.Th>
						<Table.Th>{jobWords.read}</Table.Th>
						<Table.Th>{jobWords.status}</Table.Th>
						<Table.Th>{jobWords.shellsIn}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{places.map((place) => (
						<FeatureRow key={place.number} view={view} place={place} />
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}

function FeatureRow({ view, place }: { view: JobView; place: Journal }) {
	const f = featureOf(view, journalKind(place), place.number);
	const bearings = partsAt(view, bearingKind(place), place);
	if (!f) return null;
	const finding = findingOf(view, f);
	return (
		<Table.Tr>
			<Table.Td>
				<Link to={pathIn(view, `features/${f.kind}/${f.number}`)} className={look.link}>
					{f.title}
				</Link>
			</Table.Td>
			<Table.Td className={look.figure}>
				{finding?.min !== undefined && finding.max !== undefined ? showSpan(finding.min, finding.max, view.job.unit) : "–"}
			</Table.Td>
			<Table.Td>
				<StatusMark standing={f.standing} />
			</Table.Td>
			<Table.Td>
				{bearings.length === 0 ? "–" : null}
				<Group gap="sm">
					{bearings.map((bearing) => (
						<BearingLink key={bearing.id} view={view} bearing={bearing} rod={bearings.length > 1} />
					))}
				</Group>
			</Table.Td>
		</Table.Tr>
	);
}

/** What comes after the next part, and how long it all takes: at this job's own pace, or at that of the shop. */
function Ahead({ view, order }: { view: JobView; order: PathOrder }) {
	const pace = useQuery(paceQuery);
	const { kinds, readings, minutes } = ahead(view, order, pace.data?.kinds);
	if (readings === 0) return null;
	return <p className={`${look.soft} ${look.flush}`}>{jobWords.ahead(kinds.slice(1).map(plural), readings, minutes)}</p>;
}

function BearingLink({ view, bearing, rod }: { view: JobView; bearing: FeatureView; rod: boolean }) {
	const n = taken(bearing);
	return (
		<Link to={pathIn(view, `bench/${bearing.kind}/${bearing.number}`)} className={look.link}>
			{rod ? `rod ${bearing.number}: ` : ""}
			{n === 0 ? "measure" : jobWords.of2(n, bearing.by_station.length)}
			<VisuallyHidden> {bearing.title}</VisuallyHidden>
		</Link>
	);
}
