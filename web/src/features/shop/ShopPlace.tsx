import { Alert, Button, Group, Stack, TextInput, Title } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconFileImport, IconPlus, IconSearch } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import type { JobLine } from "../../api/client";
import { JOBS_A_PAGE, jobsQuery } from "../../api/queries";
import { plural } from "../../api/table";
import { journalKind, shapeOf } from "../../api/view";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Coming } from "../../ui/Coming";
import { Load } from "../../ui/Load";
import { Troubles } from "../../ui/Troubles";
import { gaugesWords } from "../../words/gauges";
import { day, money } from "../../words/intl";
import { placeWords } from "../../words/places";
import { shopWords } from "../../words/shop";
import { capital, setName } from "../../words/trade";
import { waitsWords } from "../../words/waits";
import { Empty } from "./Empty";
import { SampleNote } from "./SampleNote";
import css from "./shop.module.css";

const ImportDialog = lazy(() => import("./ImportDialog"));

/** More than this nobody looks through: a search finds the rest. */
const MOST_JOBS = 500;

/** Today's jobs. */
export function ShopPlace() {
	const [search, setSearch] = useState("");
	const [importing, setImporting] = useState(false);
	const [asked] = useDebouncedValue(search, 200);
	const [most, setMost] = useState(JOBS_A_PAGE);
	const query = useQuery({ ...jobsQuery(asked, most), placeholderData: (before) => before });
	return (
		<Load query={query}>
			{({ jobs, total }) => (
				<>
					{importing ? (
						<Suspense fallback={<Coming />}>
							<ImportDialog onClose={() => setImporting(false)} />
						</Suspense>
					) : null}
					<Bar trail={[{ text: placeWords.shop }]}>
						<Button variant="default" size="compact-md" component={Link} to="/search">
							{shopWords.jobArchive}
						</Button>
						<Button variant="default" size="compact-md" component={Link} to="/gauges">
							{gaugesWords.cabinet}
						</Button>
						<Button variant="default" size="compact-md" component={Link} to="/cards">
							{placeWords.cards}
						</Button>
						<Button variant="default" size="compact-md" component={Link} to="/rates">
							{shopWords.rates}
						</Button>
					</Bar>
					<main className={look.page}>
						<Stack gap="md">
							<Troubles />
							<SampleNote />
							<Group justify="space-between">
								<Title order={1}>{shopWords.jobs}</Title>
								<Group>
									<TextInput
										aria-label={shopWords.searchJobs}
										placeholder={shopWords.search}
										leftSection={<IconSearch size={16} />}
										value={search}
										onChange={(e) => setSearch(e.currentTarget.value)}
									/>
									<Button variant="default" leftSection={<IconFileImport size={16} />} onClick={() => setImporting(true)}>
										{shopWords.import}
									</Button>
									<Button component={Link} to="/jobs/new" leftSection={<IconPlus size={16} />}>
										{shopWords.newJob}
									</Button>
								</Group>
							</Group>
							{jobs.length > 0 ? (
								<div className={css.jobs}>
									{jobs.map((job) => (
										<JobRow key={job.id} job={job} />
									))}
									{jobs.length < total ? (
										<Group justify="center" mt="sm">
											<span className={look.soft}>{shopWords.jobsShown(jobs.length, total)}</span>
											<Button
												variant="default"
												loading={query.isFetching}
												disabled={most >= MOST_JOBS}
												onClick={() => setMost(Math.min(most + JOBS_A_PAGE, MOST_JOBS))}
											>
												{shopWords.showMore}
											</Button>
										</Group>
									) : null}
								</div>
							) : asked ? (
								<p className={look.soft}>{shopWords.noJobFits(asked)}</p>
							) : (
								<Empty />
							)}
						</Stack>
					</main>
				</>
			)}
		</Load>
	);
}

/** A job that cannot be shown: what is wrong with it, and its whole record to save. */
function Unreadable({ job }: { job: JobLine }) {
	return (
		<Alert color="red" title={shopWords.cannotBeRead(job.number)}>
			{job.unreadable}{" "}
			<a href={`/api/v1/jobs/${job.id}/archive`} download>
				{shopWords.saveItsRecord}
			</a>
		</Alert>
	);
}

/** A job on one line: whose it is, how far it is, what it waits for, and when it is to be ready. */
function JobRow({ job }: { job: JobLine }) {
	if (job.unreadable) return <Unreadable job={job} />;
	return (
		<Link to={`/jobs/${job.id}`} className={css.jobline} data-late={job.late ?? false}>
			<span className={css.whose}>
				<b>{job.engine}</b> <span className={look.soft}>{job.customer || shopWords.noCustomerNamed}</span>
			</span>
			<span className={`${look.figure} ${look.soft}`}>{job.number}</span>
			<Drawing job={job} />
			<StandingSummary job={job} />
			<span className={css.waits} title={setsOf(job)}>
				{waitsWords(job.waits)}
			</span>
			<span className={look.right}>
				{job.late ? <b className={look.beyond}>{shopWords.late} </b> : null}
				{job.ready_on ? shopWords.ready(day(job.ready_on)) : null}
				{job.promised_on ? <span className={look.soft}> {shopWords.promised(day(job.promised_on))}</span> : null}
			</span>
			<span className={`${look.figure} ${look.right}`}>{job.ready_on ? money(job.cost ?? 0, job.currency ?? "") : ""}</span>
		</Link>
	);
}

/** How far a part of a job's drawing is. */
const stands = (f: JobLine["features"][number] | undefined) => ({
	standing: f ? f.standing : ("open" as const),
	taken: f?.complete ? 1 : 0,
	of: f && !f.complete && f.standing !== "beyond" ? 2 : 0,
});

/** The crankshaft of a job; of what came without one, its first parts in a row. */
function Drawing({ job }: { job: JobLine }) {
	const first = job.features.find((f) => shapeOf(f.kind) !== undefined);
	const shape = first && shapeOf(first.kind);
	if (job.came.includes("crankshaft")) {
		return (
			<Crank
				small
				title={shopWords.crankshaftOf(job.engine)}
				shaft={job.shaft}
				journal={(place) => ({
					...stands(job.features.find((one) => one.kind === journalKind(place) && one.number === place.number)),
					label: `${place.throw ? shopWords.rodJournal : "Main"} ${place.number}`,
				})}
			/>
		);
	}
	if (!first || !shape) return <span />;
	const parts = job.features.filter((f) => f.kind === first.kind);
	return (
		<span className={css.row}>
			<PartRow
				shape={shape}
				title={`${plural(first.kind)}, ${job.engine}`}
				parts={parts.map((f) => ({ ...stands(f), number: f.number, label: `${f.number}` }))}
			/>
		</span>
	);
}

/** The decisions of a job, for who points at what it waits for. */
const setsOf = (job: JobLine): string =>
	job.sets.map((s) => `${setName(s.set)}: ${capital(s.says)}${s.signed ? ", signed" : ""}`).join("\n");

function StandingSummary({ job }: { job: JobLine }) {
	const beyond = job.features.filter((f) => f.standing === "beyond").length;
	if (beyond > 0) {
		return (
			<span className={css.standing}>
				<StatusMark standing="beyond" word={false} /> {shopWords.out(beyond)}
			</span>
		);
	}
	const measured = job.features.length > 0 && job.features.every((f) => f.complete);
	return (
		<span className={css.standing}>
			{job.features.some((f) => f.complete) ? (
				<>
					<StatusMark standing="within" word={false} /> {measured ? shopWords.allWithin : shopWords.soFar}
				</>
			) : null}
		</span>
	);
}
