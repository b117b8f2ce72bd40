import { Anchor, Button, Stack, Title } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { JobView } from "../../api/client";
import { jobQuery, reportQuery } from "../../api/queries";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { CloseJob } from "./CloseJob";
import { Letter } from "./Letter";
import { Links } from "./Links";
import { PublicAddress } from "./PublicAddress";

/** What leaves the shop: the customer's summary, the papers, the files, and the job itself. */
export function ReportPlace() {
	return (
		<Load query={useQuery(jobQuery(Number(useParams().id)))}>
			{(view) => (
				<>
					<Bar trail={[{ text: "Shop", to: "/" }, { text: view.job.engine, to: `/jobs/${view.job.id}` }, { text: "Report" }]}>
						<Button variant="default" size="compact-md" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
							Print
						</Button>
					</Bar>
					<main className="page beside">
						<h1 className="visually-hidden">Report</h1>
						<Summary id={view.job.id} />
						<Stack className="no-print">
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
	if (report.error) return <p className="wrong">{report.error.message}</p>;
	return report.data ? <Letter report={report.data} /> : <div aria-busy="true" />;
}

function Panel({ title, children }: { title: string; children: ReactNode }) {
	return (
		<section className="panel" aria-label={title}>
			<Title order={2} size="h4" mb={4}>
				{title}
			</Title>
			{children}
		</section>
	);
}

function Papers({ view }: { view: JobView }) {
	const at = `/api/v1/jobs/${view.job.id}`;
	const sheets = view.orders.issued.filter((o) => !o.struck);
	return (
		<Panel title="Papers, as PDF">
			<ul className="files">
				<li>
					<Anchor href={`${at}/summary.pdf`} target="_blank">
						Customer's summary
					</Anchor>
				</li>
				<li>
					<Anchor href={`${at}/inspection.pdf`} target="_blank">
						Inspection, with every reading and drawing
					</Anchor>
				</li>
				{sheets.map((o) => (
					<li key={o.id}>
						<Anchor href={`${at}/orders/${o.id}/pdf`} target="_blank">
							{o.body.title}
						</Anchor>{" "}
						<span className="soft">issue {o.issue}</span>
					</li>
				))}
			</ul>
			<PublicAddress />
			{sheets.length === 0 ? (
				<p className="soft">
					Sheets come here once they are issued: <Link to={`/jobs/${view.job.id}/orders`}>Orders</Link>.
				</p>
			) : null}
		</Panel>
	);
}

function Files({ view }: { view: JobView }) {
	const at = `/api/v1/jobs/${view.job.id}`;
	const files = [
		{ to: "workbook.xlsx", name: "Workbook (.xlsx)", says: "every figure as a real number" },
		{ to: "readings.csv", name: "Readings (.csv)", says: "one line a reading" },
		{ to: "file", name: "Open file (.json)", says: "what other programs evaluate" },
		{ to: "archive", name: "Full job archive (.zip)", says: "photographs and signatures too; another Ledge imports it" },
	];
	return (
		<Panel title="Files to keep">
			<ul className="files">
				{files.map((f) => (
					<li key={f.to}>
						<Anchor href={`${at}/${f.to}`} download>
							{f.name}
						</Anchor>{" "}
						<span className="soft">{f.says}</span>
					</li>
				))}
			</ul>
			<p>
				<Anchor component={Link} to={`/jobs/${view.job.id}/history`}>
					What happened to this job, and who did it
				</Anchor>
			</p>
		</Panel>
	);
}
