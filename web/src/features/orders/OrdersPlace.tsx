import { Alert, Button, Stack, Title } from "@mantine/core";
import { IconFileTypePdf } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Issued, JobView } from "../../api/client";
import { newId } from "../../api/id";
import { jobQuery, useIssueOrders, useSayOfOrder } from "../../api/queries";
import { who } from "../../words/trade";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { CloseDialog } from "./CloseDialog";
import { Paper } from "./Paper";
import { type Entry, entriesOf, standing } from "./sheet";
import { dateTime } from "../../words/intl";

/** The sheets that others work from. */
export function OrdersPlace() {
	const { id, sheet } = useParams();
	return (
		<Load query={useQuery(jobQuery(Number(id)))}>
			{(view) => (
				<>
					<Bar trail={[{ text: "Shop", to: "/" }, { text: view.job.engine, to: `/jobs/${view.job.id}` }, { text: "Orders" }]} />
					<Board view={view} chosen={sheet} />
				</>
			)}
		</Load>
	);
}

function Board({ view, chosen }: { view: JobView; chosen: string | undefined }) {
	const { job, orders } = view;
	const issue = useIssueOrders(job.id);
	const entries = entriesOf(view);
	const entry = entries.find((e) => e.name === chosen) ?? entries[0];
	const waiting = orders.drafts.length + orders.unwanted.length;
	if (!entry) {
		return (
			<main className="page">
				<h1>Nothing to order</h1>
				<p>
					{view.signed.length === 0 ? (
						<>
							Orders are made from signed decisions. <Link to={`/jobs/${job.id}/decide`}>Sign them first</Link>.
						</>
					) : (
						"What was signed needs neither work nor parts."
					)}
				</p>
			</main>
		);
	}
	const unsigned = view.said.filter((s) => !s.signed).length;
	return (
		<div className="columns">
			<nav aria-label="Sheets">
				<h1 className="visually-hidden">Orders</h1>
				<Stack gap={2}>
					{entries.map((e) => (
						<Link
							key={e.name}
							to={`/jobs/${job.id}/orders/${e.name}`}
							className="choice set"
							aria-current={e.name === entry.name}
							style={{ textDecoration: "none", display: "block" }}
						>
							<b>{e.title}</b>
							<div className="soft">{standing(e)}</div>
						</Link>
					))}
				</Stack>
				{waiting > 0 ? (
					<Button mt="md" fullWidth onClick={() => issue.mutate([])} loading={issue.isPending}>
						Issue {waiting === 1 ? "the sheet" : `all ${waiting}`}
					</Button>
				) : null}
				{issue.error ? (
					<Alert color="orange" variant="light" mt="sm">
						{issue.error.message}
					</Alert>
				) : null}
				{unsigned > 0 ? (
					<p className="soft">
						{unsigned} {unsigned === 1 ? "set is" : "sets are"} not signed yet: nothing is ordered for{" "}
						{unsigned === 1 ? "it" : "them"}. <Link to={`/jobs/${job.id}/decide`}>Decide</Link>
					</p>
				) : null}
			</nav>
			<Sheets key={entry.name} view={view} entry={entry} />
		</div>
	);
}

function Sheets({ view, entry }: { view: JobView; entry: Entry }) {
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
					<Alert color="orange" variant="light" mb="md" styles={{ message: { color: "var(--ink)" } }}>
						What was signed or measured since issue {issued.issue} changes this sheet. Issuing it again strikes issue{" "}
						{issued.issue} through.
					</Alert>
				) : null}
				{!shown ? (
					<Alert color="orange" variant="light" mb="md" styles={{ message: { color: "var(--ink)" } }}>
						This sheet is wanted no more.
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
			<aside aria-label="This sheet">
				{say.error ? (
					<Alert color="orange" variant="light" mb="sm">
						{say.error.message}
					</Alert>
				) : null}
				<Stack gap="sm" align="stretch">
					{draft ? (
						<Button onClick={() => issue.mutate([entry.name])} loading={issue.isPending}>
							{issued ? "Issue again" : "Issue this sheet"}
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
								PDF to print or send
							</Button>
							{issued.closed ? null : (
								<>
									{isSo(issued, "sent") ? (
										<Button variant="subtle" onClick={() => tell("unsent")}>
											Not sent after all
										</Button>
									) : (
										<Button variant="default" onClick={() => tell("sent")}>
											Sent out
										</Button>
									)}
									{isSo(issued, "returned") ? (
										<Button variant="subtle" onClick={() => tell("unreturned")}>
											Not back after all
										</Button>
									) : (
										<Button variant="default" onClick={() => tell("returned")}>
											Came back
										</Button>
									)}
									{issued.proofs.length > 0 ? (
										<Button variant="default" component={Link} to={`/jobs/${view.job.id}/verify`}>
											Prove it by measuring{issued.open > 0 ? ` (${issued.open} open)` : ""}
										</Button>
									) : null}
									<Button variant="default" onClick={() => setClosing(true)}>
										Close the sheet…
									</Button>
								</>
							)}
						</>
					) : null}
				</Stack>
				<Title order={2} size="h4" mt="lg">
					Sheet history
				</Title>
				{said.length === 0 && !issued ? <p className="soft">Nothing yet.</p> : null}
				<ul className="events">
					{issued ? (
						<li>
							Issued by {who(issued.issued_by, issued.from_file)}, {when(issued.issued_at)}
						</li>
					) : null}
					{said.map((e) => (
						<li key={e.id}>
							{WHAT[e.what] ?? e.what} by {who(e.said_by, e.from_file)}, {when(e.said_at)}
							{e.reason ? `: “${e.reason}”` : ""}
						</li>
					))}
				</ul>
				{issued ? <CloseDialog job={view.job.id} issued={issued} opened={closing} onClose={() => setClosing(false)} /> : null}
			</aside>
		</>
	);
}

const WHAT: Partial<Record<Issued["events"][number]["what"], string>> = {
	sent: "Sent out",
	unsent: "Not sent after all, said",
	returned: "Came back",
	unreturned: "Not back after all, said",
	closed: "Closed",
	struck: "Superseded or withdrawn",
};

/** Whether a sheet is sent, or back, as it was said last. */
function isSo(issued: Issued, what: "sent" | "returned"): boolean {
	return issued.events.filter((e) => e.line === "" && (e.what === what || e.what === `un${what}`)).at(-1)?.what === what;
}

const when = (at: string) => dateTime(at);
