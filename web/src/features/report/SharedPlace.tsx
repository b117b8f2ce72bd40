import { Alert, Button, Skeleton, VisuallyHidden } from "@mantine/core";
import { useDocumentTitle } from "@mantine/hooks";
import { IconPrinter } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { sharedQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { placeWords } from "../../words/places";
import { reportWords } from "../../words/report";
import { Letter } from "./Letter";
import css from "./report.module.css";

/** What a customer sees behind a link: one report and nothing else. */
export function SharedPlace({ token }: { token: string }) {
	const report = useQuery(sharedQuery(token));
	useDocumentTitle(placeWords.title([reportWords.report]));
	return (
		<main className={`${look.page} ${look.narrow}`}>
			<VisuallyHidden component="h1">{reportWords.report}</VisuallyHidden>
			{report.isPending ? <Skeleton height={300} /> : null}
			{report.error ? (
				<Alert color="orange" variant="light" title={reportWords.noReportHere}>
					{report.error.message}
				</Alert>
			) : null}
			{report.data ? (
				<>
					<div className={css.buttons}>
						<Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
							{reportWords.print}
						</Button>
						<Button variant="default" component="a" href={`/api/v1/shared/${token}/summary.pdf`} target="_blank">
							{reportWords.asPdf}
						</Button>
					</div>
					<Letter report={report.data} />
				</>
			) : null}
		</main>
	);
}
