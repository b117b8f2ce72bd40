import { Anchor, Button, Stack, Title, VisuallyHidden } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { OrderedView } from "../../api/client";
import { reportQuery, useOrdered } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { placeWords } from "../../words/places";
import { reportWords } from "../../words/report";
import { CloseJob } from "./CloseJob";
import { Letter } from "./Letter";
import { Links } from "./Links";
import { PapersLocal } from "./PapersLocal";
import { PublicAddress } from "./PublicAddress";
import css from "./report.module.css";

/** What leaves the shop: the customer's summary, the papers, the files, and the job itself. */
export function ReportPlace() {
	return (
		<Load query={useOrdered(Number(useParams().id))}>
			{(view) => (
				<>
					<Bar
						trail={[
							{ text: placeWords.shop, to: "/" },
							{ text: view.job.engine, to: `/jobs/${view.job.id}` },
							{ text: placeWords.report },
						]}
					>
						<Button variant="default" size="compact-md" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
							{reportWords.print}
						</Button>
					</Bar>
					<main className={`${look.page} ${look.beside}`}>
						<VisuallyHidden component="h1">{reportWords.report}</VisuallyHidden>
						<Summary id={view.job.id} />
						<Stack className={look.noPrint}>
							<Papers view={view} />
							<Files view={view} />
							<Links view={view} />
							<CloseJob view={view} />
						</Stack>
					</main>
				</>
			)}
		</Load>
	);
}

function Summary({ id }: { id: number }) {
	const report = useQuery(reportQuery(id));
	if (report.error) return <p className={look.wrong}>{report.error.message}</p>;
	return report.data ? <Letter report={report.data} /> : <div aria-busy="true" />;
}

function Panel({ title, children }: { title: string; children: ReactNode }) {
	return (
		<section className={look.panel} aria-label={title}>
			<Title order={2} size="h4" mb={4}>
				{title}
			</Title>
			{children}
		</section>
	);
}

function Papers({ view }: { view: OrderedView }) {
	const at = `/api/v1/jobs/${view.job.id}`;
	const sheets = view.orders.issued.filter((o) => !o.struck);
	return (
		<Panel title={reportWords.papersAsPdf}>
			<ul className={css.files}>
				<li>
					<Anchor href={`${at}/summary.pdf`} target="_blank">
						{reportWords.customersSummary}
					</Anchor>
				</li>
				<li>
					<Anchor href={`${at}/inspection.pdf`} target="_blank">
						{reportWords.inspectionWithEveryReadingAnd}
					</Anchor>
				</li>
				<li>
					{reportWords.labels}{" "}
					<Anchor href={`${at}/labels.pdf`} target="_blank">
						{reportWords.aPageOfThem}
					</Anchor>
					,{" "}
					<Anchor href={`${at}/labels.pdf?roll=true`} target="_blank">
						{reportWords.forALabelPrinter}
					</Anchor>
				</li>
				{view.building?.begun ? (
					<li>
						<Anchor href={`${at}/built.pdf`} target="_blank">
							{reportWords.theBuiltEngine}
						</Anchor>
					</li>
				) : null}
				{sheets.map((o) => (
					<li key={o.id}>
						<Anchor href={`${at}/orders/${o.id}/pdf`} target="_blank">
							{o.body.title}
						</Anchor>{" "}
						<span className={look.soft}>{reportWords.issue(o.issue)}</span>
					</li>
				))}
			</ul>
			<PublicAddress />
			<PapersLocal />
			{sheets.length === 0 ? (
				<p className={look.soft}>
					{reportWords.sheetsComeHereOnceTheyAre} <Link to={`/jobs/${view.job.id}/orders`}>{reportWords.orders}</Link>.
				</p>
			) : null}
		</Panel>
	);
}

function Files({ view }: { view: OrderedView }) {
	const at = `/api/v1/jobs/${view.job.id}`;
	const files = [
		{ to: "workbook.xlsx", name: reportWords.workbookXlsx, says: reportWords.everyFigureAsARealNumber },
		{ to: "readings.csv", name: reportWords.readingsCsv, says: reportWords.oneLineAReading },
		{ to: "file", name: reportWords.openFileJson, says: reportWords.whatOtherProgramsEvaluate },
		{ to: "archive", name: reportWords.fullJobArchiveZip, says: reportWords.photographsAndSignaturesTooAnother },
	];
	return (
		<Panel title={reportWords.filesToKeep}>
			<ul className={css.files}>
				{files.map((f) => (
					<li key={f.to}>
						<Anchor href={`${at}/${f.to}`} download>
							{f.name}
						</Anchor>{" "}
						<span className={look.soft}>{f.says}</span>
					</li>
				))}
			</ul>
			<p>
				<Anchor component={Link} to={`/jobs/${view.job.id}/history`}>
					{reportWords.whatHappenedToThisJobAnd}
				</Anchor>
			</p>
		</Panel>
	);
}
