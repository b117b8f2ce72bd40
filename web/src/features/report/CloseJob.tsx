import { Button, Select, Stack, Textarea, Title } from "@mantine/core";
import { useState } from "react";
import { useCloseJob } from "../../api/changes";
import { type OrderedView, type Outcome, Refusal } from "../../api/client";
import { choicesOf, titleOf } from "../../api/table";
import look from "../../look/look.module.css";
import { date } from "../../words/intl";
import { reportWords } from "../../words/report";
import { who } from "../../words/trade";
import css from "./report.module.css";

/** How a job can end; one that was taken back did not. */
const endings = () => choicesOf("outcome").filter(({ value }) => value !== "reopened");

/** Takes a job out of the shop's list with how it ended, or back into it. What is still open is said, and signed for. */
export function CloseJob({ view }: { view: OrderedView }) {
	const close = useCloseJob(view.job.id);
	const [outcome, setOutcome] = useState<Outcome>("finished");
	const [reason, setReason] = useState("");
	const open = view.orders.open_ends;
	const asks = open.length > 0 || outcome !== "finished";
	const places = close.error instanceof Refusal ? close.error.places : {};
	if (view.job.closed_at !== undefined) {
		return (
			<section className={look.panel} aria-label={reportWords.theJobItself}>
				<Title order={2} size="h4" mb={4}>
					{reportWords.thisJobLeftTheShop}
				</Title>
				<p className={look.high}>
					{reportWords.searchStillFindsItNothingMore(
						titleOf("outcome", view.closing?.outcome ?? "finished"),
						date(view.job.closed_at),
						view.closing && who(view.closing.closed_by, view.closing.from_file),
						view.closing?.reason ? `: “${view.closing.reason}”` : ".",
					)}
				</p>
				<Button variant="default" onClick={() => close.mutate({ closed: false })} loading={close.isPending}>
					{reportWords.takeItBackIntoTheShop}
				</Button>
				{close.error ? <div className={look.wrong}>{close.error.message}</div> : null}
			</section>
		);
	}
	return (
		<section className={look.panel} aria-label={reportWords.theJobItself}>
			<Title order={2} size="h4" mb={4}>
				{reportWords.whenItLeavesTheShop}
			</Title>
			{open.length > 0 ? (
				<>
					<div>{reportWords.notEverythingIsDone}</div>
					<ul className={css.near}>
						{open.map((end) => (
							<li key={end.what}>{end.text}</li>
						))}
					</ul>
				</>
			) : (
				<p className={look.high}>{reportWords.closingTakesItOutOfThe}</p>
			)}
			<Stack gap="xs">
				<Select
					label={reportWords.howItEnds}
					allowDeselect={false}
					data={endings()}
					value={outcome}
					error={places.outcome}
					onChange={(v) => v && setOutcome(v as Outcome)}
				/>
				{asks ? (
					<Textarea
						label={reportWords.why}
						description={reportWords.itStaysOnRecordWithYour}
						autosize
						minRows={2}
						maxLength={1000}
						value={reason}
						error={places.reason}
						onChange={(e) => setReason(e.currentTarget.value)}
					/>
				) : null}
				<Button
					variant="default"
					onClick={() => close.mutate({ closed: true, outcome, reason: asks ? reason : "" }, { onSuccess: () => setReason("") })}
					loading={close.isPending}
				>
					{open.length > 0 ? reportWords.signAndCloseTheJob : reportWords.closeTheJob}
				</Button>
			</Stack>
			{close.error && Object.keys(places).length === 0 ? <div className={look.wrong}>{close.error.message}</div> : null}
		</section>
	);
}
