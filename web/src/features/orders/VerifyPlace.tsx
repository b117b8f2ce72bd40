import { Button, Group, Modal, Stack, Table, Textarea, Title } from "@mantine/core";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useSayOfOrder } from "../../api/changes";
import type { Issued, OrderedView, Proof, SheetLine } from "../../api/client";
import { newId } from "../../api/id";
import { proofOf } from "../../api/next-step";
import { useOrdered } from "../../api/queries";
import { ProofStrip } from "../../drawing/ProofStrip";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { showSpan } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { Onward } from "../../ui/Onward";
import { useGoOn } from "../../ui/use-go-on";
import { ordersWords } from "../../words/orders";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { stateWord, who } from "../../words/trade";
import css from "./orders.module.css";
import { ordered, taken } from "./sheet";

/** What came back, measured again: as found, ordered, came back, a line for each feature; what missed its order first. */
export function VerifyPlace() {
	return (
		<Load query={useOrdered(Number(useParams().id))}>
			{(view) => (
				<>
					<Bar
						trail={[
							{ text: placeWords.shop, to: "/" },
							{ text: view.job.engine, to: `/jobs/${view.job.id}` },
							{ text: placeWords.verify },
						]}
					/>
					<main className={look.page}>
						<Group justify="space-between">
							<Title order={1}>{ordersWords.whatCameBackAgainstWhatWas}</Title>
							<Onward view={view} />
						</Group>
						<Sheets view={view} />
					</main>
				</>
			)}
		</Load>
	);
}

function Sheets({ view }: { view: OrderedView }) {
	const live = view.orders.issued.filter((o) => !o.struck && o.proofs.length > 0);
	if (live.length === 0) {
		return (
			<p>
				{ordersWords.nothingToProveNoSheetWith} <Link to={`/jobs/${view.job.id}/orders`}>{ordersWords.orders}</Link>
			</p>
		);
	}
	const missed = (o: Issued) => o.proofs.filter((p) => p.verdict === "missed" && !taken(o, p.key)).length;
	return (
		<Stack gap="lg" mt="sm">
			{[...live]
				.sort((a, b) => missed(b) - missed(a))
				.map((o) => (
					<Proofs key={o.id} view={view} issued={o} />
				))}
		</Stack>
	);
}

/** The first feature of a sheet that has still to be measured in its new state. */
function next(issued: Issued): SheetLine | undefined {
	const open = issued.proofs.find((p) => p.verdict === "open");
	return issued.body.lines.find((l) => l.key === open?.key);
}

function Proofs({ view, issued }: { view: OrderedView; issued: Issued }) {
	const { goOn, going, failed } = useGoOn(view);
	const [answering, setAnswering] = useState<{ line: SheetLine; what: "accepted" | "sent_back" }>();
	const target = next(issued);
	const measure = (line: SheetLine) => {
		const step = proofOf(view, line);
		if (step) goOn(step);
	};
	const missed = issued.proofs.filter((p) => p.verdict === "missed").length;
	const open = issued.proofs.filter((p) => p.verdict === "open").length;
	return (
		<section className={look.panel} aria-label={issued.body.title}>
			<Group justify="space-between" mb="xs">
				<div>
					<Title order={2} size="h3">
						{issued.body.title} <span className={look.soft}>{ordersWords.issue2(issued.issue)}</span>
					</Title>
					<div>
						{missed > 0 ? <b className={look.beyond}>{ordersWords.missedTheOrder(missed)}</b> : null}{" "}
						{open > 0 ? ordersWords.toBeMeasured(open) : missed === 0 ? ordersWords.everythingCameBackAsOrdered : ""}
						{issued.closed ? " Closed." : ""}
					</div>
				</div>
				{target && !issued.closed ? (
					<Button onClick={() => measure(target)} loading={going}>
						{ordersWords.measure(target.title, stateWord(target.state ?? "").toLowerCase())}
					</Button>
				) : null}
			</Group>
			<Failed error={failed} />
			<div className={look.scroll}>
				<Table className={css.proofs}>
					<Table.Thead>
						<Table.Tr>
							<Table.Th>{ordersWords.where}</Table.Th>
							<Table.Th>{ordersWords.asFound}</Table.Th>
							<Table.Th>{ordersWords.ordered}</Table.Th>
							<Table.Th>{ordersWords.cameBack}</Table.Th>
							<Table.Th className={css.wide}>{ordersWords.inItsWindow}</Table.Th>
							<Table.Th>{ordersWords.status}</Table.Th>
							<Table.Th />
						</Table.Tr>
					</Table.Thead>
					<Table.Tbody>
						{issued.proofs.map((p) => {
							const line = issued.body.lines.find((l) => l.key === p.key);
							return line ? (
								<Row
									key={p.key}
									view={view}
									issued={issued}
									proof={p}
									line={line}
									onAnswer={(what) => setAnswering({ line, what })}
									onMeasure={() => measure(line)}
								/>
							) : null;
						})}
					</Table.Tbody>
				</Table>
			</div>
			<AnswerDialog view={view} issued={issued} answering={answering} onClose={() => setAnswering(undefined)} />
		</section>
	);
}

interface RowProps {
	view: OrderedView;
	issued: Issued;
	proof: Proof;
	line: SheetLine;
	onAnswer: (what: "accepted" | "sent_back") => void;
	onMeasure: () => void;
}

function Row({ view, issued, proof, line, onAnswer, onMeasure }: RowProps) {
	const { unit, id } = view.job;
	const answer = taken(issued, proof.key);
	const f = line.feature;
	return (
		<Table.Tr>
			<Table.Th scope="row">
				{f ? (
					<Link to={`/jobs/${id}/features/${f.kind}/${f.number}?state=${line.state}`} className={look.link}>
						{line.title}
					</Link>
				) : (
					line.title
				)}
			</Table.Th>
			<Table.Td className={`${look.figure} ${css.nowrap}`}>
				{proof.found ? showSpan(proof.found.min, proof.found.max, unit) : "–"}
			</Table.Td>
			<Table.Td className={`${look.figure} ${css.nowrap}`}>{ordered(line, unit)}</Table.Td>
			<Table.Td className={`${look.figure} ${look.bold} ${css.nowrap}`}>
				{proof.back ? showSpan(proof.back.min, proof.back.max, unit) : "–"}
			</Table.Td>
			<Table.Td className={css.wide}>
				<ProofStrip
					title={ordersWords.inItsWindow2(line.title)}
					line={line}
					back={proof.back}
					missed={proof.verdict === "missed"}
				/>
			</Table.Td>
			<Table.Td>
				<StatusMark standing={proof.verdict === "missed" ? "beyond" : proof.verdict} word={false} />{" "}
				{proof.verdict === "missed" ? "missed" : proof.verdict === "open" ? "to measure" : "as ordered"}
				{proof.problems.map(({ text }) => (
					<div key={text} className={look.soft}>
						{text}
					</div>
				))}
				{answer ? (
					<div>
						<Rich
							text={answer.what === "accepted" ? ordersWords.acceptedBy : ordersWords.sentBackBy}
							who={who(answer.said_by, answer.from_file)}
							reason={answer.reason}
						/>
					</div>
				) : null}
			</Table.Td>
			<Table.Td>
				{issued.closed ? null : proof.verdict === "missed" ? (
					<Group gap={4} wrap="nowrap">
						<Button
							size="compact-sm"
							variant="default"
							onClick={() => onAnswer("accepted")}
							aria-label={ordersWords.accept2(line.title)}
						>
							{ordersWords.accept}
						</Button>
						<Button
							size="compact-sm"
							variant="default"
							onClick={() => onAnswer("sent_back")}
							aria-label={ordersWords.sendBack2(line.title)}
						>
							{ordersWords.sendBack}
						</Button>
					</Group>
				) : proof.verdict === "open" ? (
					<Button size="compact-sm" variant="subtle" onClick={onMeasure} aria-label={ordersWords.measure3(line.title)}>
						{ordersWords.measure2}
					</Button>
				) : null}
			</Table.Td>
		</Table.Tr>
	);
}

interface AnswerDialogProps {
	view: OrderedView;
	issued: Issued;
	answering: { line: SheetLine; what: "accepted" | "sent_back" } | undefined;
	onClose: () => void;
}

/** Takes a line as it came, or sends it back, with a reason that stays on record. */
function AnswerDialog({ view, issued, answering, onClose }: AnswerDialogProps) {
	const say = useSayOfOrder(view.job.id);
	const [reason, setReason] = useState("");
	const close = () => {
		say.reset();
		onClose();
	};
	const send = () =>
		answering &&
		say.mutate(
			{
				order: issued.id,
				id: newId(),
				what: answering.what,
				line: answering.line.key,
				reason,
			},
			{
				onSuccess: () => {
					setReason("");
					onClose();
				},
			},
		);
	return (
		<Modal
			opened={answering !== undefined}
			onClose={close}
			title={
				answering?.what === "accepted"
					? ordersWords.acceptAsItCame(answering.line.title)
					: ordersWords.sendBack3(answering?.line.title)
			}
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<Stack>
				<Textarea
					label={ordersWords.why}
					description={ordersWords.itStandsBesideTheMeasurementFor}
					autosize
					minRows={2}
					maxLength={1000}
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
					error={say.error?.message}
					data-autofocus
				/>
				<Button onClick={send} loading={say.isPending}>
					{answering?.what === "accepted" ? ordersWords.acceptAndSign : ordersWords.sendItBack}
				</Button>
			</Stack>
		</Modal>
	);
}
