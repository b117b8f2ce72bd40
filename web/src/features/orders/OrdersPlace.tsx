import { Alert, Button, Stack, Title, VisuallyHidden } from "@mantine/core";
import { IconFileTypePdf } from "@tabler/icons-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useIssueOrders, useSayOfOrder } from "../../api/changes";
import { type Issued, type OrderedView, Refusal } from "../../api/client";
import { newId } from "../../api/id";
import { useOrdered } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { Onward } from "../../ui/Onward";
import { useKey } from "../../ui/use-key";
import { dateTime } from "../../words/intl";
import { ordersWords } from "../../words/orders";
import { placeWords } from "../../words/places";
import { who } from "../../words/trade";
import { CloseDialog } from "./CloseDialog";
import css from "./orders.module.css";
import { Paper } from "./Paper";
import { type Entry, entriesOf, standing } from "./sheet";

/** The sheets that others work from. */
export function OrdersPlace() {
	const { id, sheet } = useParams();
	return (
		<Load query={useOrdered(Number(id))}>
			{(view) => (
				<>
					<Bar
						trail={[
							{ text: placeWords.shop, to: "/" },
							{ text: view.job.engine, to: `/jobs/${view.job.id}` },
							{ text: placeWords.orders },
						]}
					/>
					<Board view={view} chosen={sheet} />
				</>
			)}
		</Load>
	);
}

function Board({ view, chosen }: { view: OrderedView; chosen: string | undefined }) {
	const { job, orders } = view;
	const issue = useIssueOrders(job.id);
	const entries = entriesOf(view);
	const entry = entries.find((e) => e.name === chosen) ?? entries[0];
	const waiting = orders.drafts.length + orders.unwanted.length;
	useKey("i", () => issue.mutate({ sheets: [], sure: asks(issue.error) }), waiting > 0 && !job.closed_at && !issue.isPending);
	if (!entry) {
		return (
			<main className={look.page}>
				<h1>{ordersWords.nothingToOrder}</h1>
				<p>
					{!view.said.some((s) => s.signed) ? (
						<>
							{ordersWords.ordersAreMadeFromSignedDecisions}
							<Link to={`/jobs/${job.id}/decide`}>{ordersWords.signThemFirst}</Link>.
						</>
					) : (
						ordersWords.whatWasSignedNeedsNeitherWork
					)}
				</p>
			</main>
		);
	}
	const unsigned = view.said.filter((s) => !s.signed).length;
	return (
		<div className={look.columns}>
			<nav aria-label={ordersWords.sheets}>
				<VisuallyHidden component="h1">{ordersWords.orders}</VisuallyHidden>
				<Stack gap={2}>
					{entries.map((e) => (
						<Link
							key={e.name}
							to={`/jobs/${job.id}/orders/${e.name}`}
							className={`${look.choice} ${look.set} ${css.sheet}`}
							aria-current={e.name === entry.name}
						>
							<b>{e.title}</b>
							<div className={look.soft}>{standing(e)}</div>
						</Link>
					))}
				</Stack>
				{waiting > 0 ? (
					<Button
						mt="md"
						fullWidth
						onClick={() => issue.mutate({ sheets: [] })}
						loading={issue.isPending}
						rightSection={<kbd>i</kbd>}
					>
						{ordersWords.issue(waiting)}
					</Button>
				) : null}
				<Failed error={issue.error} mt="sm" />
				<AllTheSame issue={issue} keyed />
				{waiting > 0 ? null : (
					<p>
						<Onward view={view} />
					</p>
				)}
				{unsigned > 0 ? (
					<p className={look.soft}>
						{ordersWords.notSignedYetNothingIsOrdered(unsigned)} <Link to={`/jobs/${job.id}/decide`}>{ordersWords.decide}</Link>
					</p>
				) : null}
			</nav>
			<Sheets key={entry.name} view={view} entry={entry} />
		</div>
	);
}

function Sheets({ view, entry }: { view: OrderedView; entry: Entry }) {
	const issue = useIssueOrders(view.job.id);
	const say = useSayOfOrder(view.job.id);
	const [closing, setClosing] = useState(false);
	const { draft, issued } = entry;
	const shown = draft ?? issued?.body;
	const tell = (what: "sent" | "unsent" | "returned" | "unreturned" | "ticked" | "unticked", line = "") =>
		issued && say.mutate({ order: issued.id, id: newId(), what, line, reason: "" });
	const said = issued?.events.filter((e) => e.line === "") ?? [];
	return (
		<>
			<main>
				{draft && issued ? (
					<Alert color="orange" variant="light" mb="md">
						{ordersWords.whatWasSignedOrMeasuredSince(issued.issue)}
					</Alert>
				) : null}
				{!shown ? (
					<Alert color="orange" variant="light" mb="md">
						{ordersWords.thisSheetIsWantedNoMore}
					</Alert>
				) : (
					<Paper
						view={view}
						sheet={shown}
						issued={draft ? undefined : issued}
						onTick={draft || !issued || issued.closed ? undefined : (line, done) => tell(done ? "ticked" : "unticked", line)}
					/>
				)}
				{draft && issued ? <Paper view={view} sheet={issued.body} issued={issued} /> : null}
				{entry.struck.map((o) => (
					<Paper key={o.id} view={view} sheet={o.body} issued={o} struck />
				))}
			</main>
			<aside aria-label={ordersWords.thisSheet}>
				<Failed error={say.error ?? issue.error} mb="sm" />
				<AllTheSame issue={issue} />
				<Stack gap="sm" align="stretch">
					{draft ? (
						<Button onClick={() => issue.mutate({ sheets: [entry.name] })} loading={issue.isPending}>
							{issued ? ordersWords.issueAgain : ordersWords.issueThisSheet}
						</Button>
					) : null}
					{issued && !draft ? (
						<>
							<Button
								component="a"
								href={`/api/v1/jobs/${view.job.id}/orders/${issued.id}/pdf`}
								target="_blank"
								variant="default"
								leftSection={<IconFileTypePdf size={18} />}
							>
								{ordersWords.pdfToPrintOrSend}
							</Button>
							{issued.closed ? null : (
								<>
									{isSo(issued, "sent") ? (
										<Button variant="subtle" onClick={() => tell("unsent")}>
											{ordersWords.notSentAfterAll}
										</Button>
									) : (
										<Button variant="default" onClick={() => tell("sent")}>
											{ordersWords.sentOut2}
										</Button>
									)}
									{isSo(issued, "returned") ? (
										<Button variant="subtle" onClick={() => tell("unreturned")}>
											{ordersWords.notBackAfterAll}
										</Button>
									) : (
										<Button variant="default" onClick={() => tell("returned")}>
											{ordersWords.cameBack}
										</Button>
									)}
									{issued.proofs.length > 0 ? (
										<Button variant="default" component={Link} to={`/jobs/${view.job.id}/verify`}>
											{ordersWords.proveItByMeasuring(issued.open)}
										</Button>
									) : null}
									<Button variant="default" onClick={() => setClosing(true)}>
										{ordersWords.closeTheSheet2}
									</Button>
								</>
							)}
						</>
					) : null}
				</Stack>
				<Title order={2} size="h4" mt="lg">
					{ordersWords.sheetHistory}
				</Title>
				{said.length === 0 && !issued ? <p className={look.soft}>{ordersWords.nothingYet}</p> : null}
				<ul className={css.events}>
					{issued ? <li>{ordersWords.issuedBy(who(issued.issued_by, issued.from_file), when(issued.issued_at))}</li> : null}
					{said.map((e) => (
						<li key={e.id}>
							{ordersWords.by(
								WHAT[e.what] ?? e.what,
								who(e.said_by, e.from_file),
								when(e.said_at),
								e.reason ? `: “${e.reason}”` : "",
							)}
						</li>
					))}
				</ul>
				{issued ? <CloseDialog job={view.job.id} issued={issued} opened={closing} onClose={() => setClosing(false)} /> : null}
			</aside>
		</>
	);
}

/** Whether the server asks about sizes that rest on nothing measured. */
const asks = (error: Error | null): boolean => error instanceof Refusal && error.marks.sure !== undefined;

/** Issues what was asked about as it is. */
function AllTheSame({ issue, keyed = false }: { issue: ReturnType<typeof useIssueOrders>; keyed?: boolean }) {
	if (!asks(issue.error)) return null;
	return (
		<Button
			variant="default"
			fullWidth
			mt="xs"
			loading={issue.isPending}
			rightSection={keyed ? <kbd>i</kbd> : null}
			onClick={() => issue.mutate({ sheets: issue.variables?.sheets ?? [], sure: true })}
		>
			{ordersWords.issueAllTheSame}
		</Button>
	);
}

const WHAT: Partial<Record<Issued["events"][number]["what"], string>> = {
	sent: ordersWords.sentOut2,
	unsent: ordersWords.notSentAfterAllSaid,
	returned: ordersWords.cameBack,
	unreturned: ordersWords.notBackAfterAllSaid,
	closed: "Closed",
	struck: ordersWords.supersededOrWithdrawn2,
};

/** Whether a sheet is sent, or back, as it was said last. */
function isSo(issued: Issued, what: "sent" | "returned"): boolean {
	return issued.events.filter((e) => e.line === "" && (e.what === what || e.what === `un${what}`)).at(-1)?.what === what;
}

const when = (at: string) => dateTime(at);
