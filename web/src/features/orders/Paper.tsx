import { Checkbox, Table } from "@mantine/core";
import type { Issued, OrderedView, Sheet } from "../../api/client";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { date, day } from "../../words/intl";
import { ordersWords } from "../../words/orders";
import { who } from "../../words/trade";
import css from "./orders.module.css";
import { ordered, ticked } from "./sheet";

interface PaperProps {
	view: OrderedView;
	sheet: Sheet;
	issued?: Issued;
	struck?: boolean;
	/** Ticks a line off, or takes the tick back; lines have no box without it. */
	onTick?: (line: string, done: boolean) => void;
}

/** A sheet as the person who works from it reads it. */
export function Paper({ view, sheet, issued, struck = false, onTick }: PaperProps) {
	const { job } = view;
	const rough = sheet.lines.some((l) => l.rough !== undefined);
	const sizes = sheet.lines.some((l) => ordered(l, job.unit) !== "");
	const codes = sheet.lines.some((l) => l.code);
	return (
		<article
			className={struck ? `${look.panel} ${look.paper} ${css.struckThrough}` : `${look.panel} ${look.paper}`}
			aria-label={struck ? ordersWords.supersededOrWithdrawn(sheet.title) : sheet.title}
		>
			<header>
				<div>
					<h2>{sheet.title}</h2>
					<div>
						{job.engine} · {job.customer}
					</div>
				</div>
				<div className={look.right}>
					<div className={look.figure}>{job.number}</div>
					{issued ? (
						<div className={look.soft}>
							{ordersWords.issueBy(issued.issue, date(issued.issued_at), who(issued.issued_by, issued.from_file), struck)}
						</div>
					) : (
						<div className={look.soft}>{ordersWords.notIssuedYet}</div>
					)}
					<div className={look.soft}>{ordersWords.allSizesInAt20C(job.unit)}</div>
				</div>
			</header>
			{sheet.steps.length > 0 ? (
				<ol className={css.steps}>
					{sheet.steps.map((s) => (
						<li key={s.operation}>
							{s.title}
							{s.count > 1 ? <span className={look.soft}> × {s.count}</span> : null}
							<span className={look.soft}>
								{` · ${s.outside ? ordersWords.sentOut : ordersWords.inHouse}`}
								{s.ends ? ` · ${s.begins === s.ends ? day(s.ends) : ordersWords.to(day(s.begins ?? s.ends), day(s.ends))}` : ""}
							</span>
						</li>
					))}
				</ol>
			) : null}
			<Table>
				<Table.Thead>
					<Table.Tr>
						{onTick ? <Table.Th>{ordersWords.done}</Table.Th> : null}
						<Table.Th>{codes ? "Part" : "Where"}</Table.Th>
						<Table.Th>{ordersWords.what}</Table.Th>
						{rough ? <Table.Th>{ordersWords.rough}</Table.Th> : null}
						{sizes ? <Table.Th>{ordersWords.finished}</Table.Th> : null}
						{codes ? <Table.Th>{ordersWords.code}</Table.Th> : null}
						{codes ? <Table.Th>{ordersWords.pieces}</Table.Th> : null}
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{sheet.lines.map((l) => (
						<Table.Tr key={l.key}>
							{onTick && issued ? (
								<Table.Td>
									<Checkbox
										aria-label={ordersWords.done2(l.title)}
										checked={ticked(issued, l.key)}
										onChange={(e) => onTick(l.key, e.currentTarget.checked)}
									/>
								</Table.Td>
							) : null}
							<Table.Th scope="row">{l.title}</Table.Th>
							<Table.Td>
								{l.what}
								{l.note ? <div className={look.soft}>{l.note}</div> : null}
							</Table.Td>
							{rough ? <Table.Td className={look.figure}>{l.rough !== undefined ? show(l.rough, job.unit) : ""}</Table.Td> : null}
							{sizes ? <Table.Td className={`${look.figure} ${css.finished}`}>{ordered(l, job.unit)}</Table.Td> : null}
							{codes ? <Table.Td className={look.figure}>{l.code}</Table.Td> : null}
							{codes ? <Table.Td className={look.figure}>{l.count}</Table.Td> : null}
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
			<ul>
				{sheet.notes.map((n) => (
					<li key={n}>{n}</li>
				))}
			</ul>
		</article>
	);
}
