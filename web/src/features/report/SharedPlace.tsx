import { Alert, Button, Skeleton } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { sharedQuery } from "../../api/queries";
import { Letter } from "./Letter";

/** What a customer sees behind a link: one report and nothing else. */
export function SharedPlace() {
	const token = useParams().token ?? "";
	const report = useQuery(sharedQuery(token));
	return (
		<main className="page narrow">
			<h1 className="visually-hidden">Report</h1>
			{report.isPending ? <Skeleton height={300} /> : null}
			{report.error ? (
				<Alert color="orange" variant="light" title="No report here">
					{report.error.message}
				</Alert>
			) : null}
			{report.data ? (
				<>
					<div className="buttons">
						<Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
							Print
						</Button>
						<Button variant="default" component="a" href={`/api/v1/shared/${token}/summary.pdf`} target="_blank">
							As PDF
						</Button>
					</div>
					<Letter report={report.data} />
				</>
			) : null}
		</main>
	);
}
