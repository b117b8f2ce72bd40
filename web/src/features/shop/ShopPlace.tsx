import { Alert, Button, Group, Stack, TextInput, Title } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconFileImport, IconPlus, IconSearch } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { JobLine } from "../../api/client";
import { jobsQuery } from "../../api/queries";
import { journalKind } from "../../api/view";
import { Crank } from "../../drawing/Crank";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { Troubles } from "../../ui/Troubles";
import { day, money } from "../../words/intl";
import { placeWords } from "../../words/places";
import { shopWords } from "../../words/shop";
import { setName, wayName } from "../../words/trade";
import { ImportDialog } from "./ImportDialog";
import css from "./shop.module.css";

/** Today's jobs. */
export function ShopPlace() {
	const [search, setSearch] = useState("");
	const [importing, setImporting] = useState(false);
	const [asked] = useDebouncedValue(search, 200);
	const query = useQuery({ ...jobsQuery(asked), placeholderData: (before) => before });
	return (
		<Load query={query}>
			{(jobs) => (
				<>
					<ImportDialog opened={importing} onClose={() => setImporting(false)} />
					<Bar trail={[{ text: placeWords.shop }]}>
						<Button variant="default" size="compact-md" component={Link} to="/search">
							{shopWords.jobArchive}
						</Button>
						<Button variant="default" size="compact-md" component={Link} to="/rates">
							{shopWords.rates}
						</Button>
					</Bar>
					<main className={look.page}>
						<Stack gap="md">
							<Troubles />
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
							{jobs.length === 0 ? (
								<p className={look.soft}>{asked ? shopWords.noJobFits(asked) : shopWords.noJobsYetStartOneFrom}</p>
							) : null}
							{jobs.map((job) => (
								<JobRow key={job.id} job={job} />
							))}
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

function JobRow({ job }: { job: JobLine }) {
	if (job.unreadable) return <Unreadable job={job} />;
	const measured = job.shaft.filter((place) =>
		job.features.some((f) => f.complete && f.kind === journalKind(place) && f.number === place.number),
	).length;
	const places = job.shaft.length;
	return (
		<Link to={`/jobs/${job.id}`} className={`${look.panel} ${css.jobline}`}>
			<div>
				<div className={css.engine}>{job.engine}</div>
				<div>{job.customer || shopWords.noCustomerNamed}</div>
				<div className={look.soft}>
					<span className={look.figure}>{job.number}</span>
					{job.promised_on ? ` · ${shopWords.promised(day(job.promised_on))}` : null} ·{" "}
					{job.unit === "in" ? "inches" : "millimetres"}
				</div>
				{job.ready_on ? (
					<div>
						{job.promised_on && job.ready_on > job.promised_on ? (
							<b className={look.beyond}>{shopWords.lateReady(day(job.ready_on))}</b>
						) : (
							shopWords.ready(day(job.ready_on))
						)}
						<span className={look.soft}> · {money(job.cost ?? 0, job.currency ?? "")}</span>
					</div>
				) : null}
			</div>
			<div>
				<Crank
					small
					title={shopWords.crankshaftOf(job.engine)}
					shaft={job.shaft}
					journal={(place) => {
						const f = job.features.find((one) => one.kind === journalKind(place) && one.number === place.number);
						return {
							standing: f ? f.standing : "open",
							taken: f?.complete ? 1 : 0,
							of: f && !f.complete && f.standing !== "beyond" ? 2 : 0,
							label: `${place.throw ? shopWords.rodJournal : "Main"} ${place.number}`,
						};
					}}
				/>
				<div className={`${look.soft} ${css.near}`}>{shopWords.ofJournalsMeasured(measured, places)}</div>
			</div>
			<Stack gap={4}>
				{job.sets.length === 0 ? <span className={look.soft}>{shopWords.noLimitsEnteredNothingIsDecided}</span> : null}
				{job.sets.map((set) => (
					<div key={set.set} className={css.set}>
						<span className={look.soft}>{setName(set.set)}</span>
						<span>
							<b>{wayName(set, job.unit, set.set)}</b>
							<span className={look.soft}>{set.signed ? " · signed" : set.provisional ? " · provisional" : ""}</span>
						</span>
					</div>
				))}
				<StandingSummary job={job} />
			</Stack>
		</Link>
	);
}

function StandingSummary({ job }: { job: JobLine }) {
	const beyond = job.features.filter((f) => f.standing === "beyond").length;
	if (beyond > 0) {
		return (
			<span>
				<StatusMark standing="beyond" word={false} /> {shopWords.outOfLimits(beyond)}
			</span>
		);
	}
	if (job.features.some((f) => f.complete)) {
		return (
			<span>
				<StatusMark standing="within" word={false} />{" "}
				{job.features.every((f) => f.complete) ? shopWords.allMeasuredWithinLimits : shopWords.soFarWithinLimits}
			</span>
		);
	}
	return null;
}
