import { Checkbox } from "@mantine/core";
import type { Issued, JobView, Sheet } from "../../api/client";
import { show } from "../../quantity/length";
import { date, day } from "../../words/intl";
import { ordersWords } from "../../words/orders";
import { who } from "../../words/trade";
import { ordered, ticked } from "./sheet";

interface PaperProps {
	view: JobView;
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
			className={struck ? "panel paper struck-through" : "panel paper"}
			aria-label={struck ? ordersWords.supersededOrWithdrawn(sheet.title) : sheet.title}
		>
			<header>
				<div>
					<h2>{sheet.title}</h2>
					<div>
						{job.engine} · {job.customer}
					</div>
				</div>
				<div style={{ textAlign: "right" }}>
					<div className="figure">{job.number}</div>
					{issued ? (
						<div className="soft">
							{ordersWords.issueBy(issued.issue, date(issued.issued_at), who(issued.issued_by, issued.from_file), struck)}
						</div>
					) : (
						<div className="soft">{ordersWords.notIssuedYet}</div>
					)}
					<div className="soft">{ordersWords.allSizesInAt20C(job.unit)}</div>
				</div>
			</header>
			{sheet.steps.length > 0 ? (
				<ol className="steps">
					{sheet.steps.map((s) => (
						<li key={s.operation}>
							{s.title}
							{s.count > 1 ? <span className="soft"> × {s.count}</span> : null}
							<span className="soft">
								{` · ${s.outside ? ordersWords.sentOut : ordersWords.inHouse}`}
								{s.ends ? ` · ${s.begins === s.ends ? day(s.ends) : ordersWords.to(day(s.begins ?? s.ends), day(s.ends))}` : ""}
							</span>
						</li>
					))}
				</ol>
			) : null}
			<table className="readings">
				<thead>
					<tr>
						{onTick ? <th>{ordersWords.done}</th> : null}
						<th>{codes ? "Part" : "Where"}</th>
						<th>{ordersWords.what}</th>
						{rough ? <th>{ordersWords.rough}</th> : null}
						{sizes ? <th>{ordersWords.finished}</th> : null}
						{codes ? <th>{ordersWords.code}</th> : null}
						{codes ? <th>{ordersWords.pieces}</th> : null}
					</tr>
				</thead>
				<tbody>
					{sheet.lines.map((l) => (
						<tr key={l.key}>
							{onTick && issued ? (
								<td>
									<Checkbox
										aria-label={ordersWords.done2(l.title)}
										checked={ticked(issued, l.key)}
										onChange={(e) => onTick(l.key, e.currentTarget.checked)}
									/>
								</td>
							) : null}
							<th scope="row">{l.title}</th>
							<td>
								{l.what}
								{l.note ? <div className="soft">{l.note}</div> : null}
							</td>
							{rough ? <td className="figure">{l.rough !== undefined ? show(l.rough, job.unit) : ""}</td> : null}
							{sizes ? <td className="figure finished">{ordered(l, job.unit)}</td> : null}
							{codes ? <td className="figure">{l.code}</td> : null}
							{codes ? <td className="figure">{l.count}</td> : null}
						</tr>
					))}
				</tbody>
			</table>
			<ul>
				{sheet.notes.map((n) => (
					<li key={n}>{n}</li>
				))}
			</ul>
		</article>
	);
}
