import { Checkbox } from "@mantine/core";
import type { Issued, JobView, Sheet } from "../../api/client";
import { who } from "../../words/trade";
import { show } from "../../quantity/length";
import { ordered, ticked } from "./sheet";
import { date, day } from "../../words/intl";

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
			aria-label={`${sheet.title}${struck ? ", superseded or withdrawn" : ""}`}
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
							Issue {issued.issue}, {date(issued.issued_at)} by {who(issued.issued_by, issued.from_file)}
							{struck ? " · superseded or withdrawn" : ""}
						</div>
					) : (
						<div className="soft">Not issued yet</div>
					)}
					<div className="soft">All sizes in {job.unit === "in" ? "inches" : "millimetres"}, at 20 °C</div>
				</div>
			</header>
			{sheet.steps.length > 0 ? (
				<ol className="steps">
					{sheet.steps.map((s) => (
						<li key={s.operation}>
							{s.title}
							{s.count > 1 ? <span className="soft"> × {s.count}</span> : null}
							<span className="soft">
								{s.outside ? " · sent out" : " · in-house"}
								{s.ends ? ` · ${s.begins === s.ends ? day(s.ends) : `${day(s.begins ?? s.ends)} to ${day(s.ends)}`}` : ""}
							</span>
						</li>
					))}
				</ol>
			) : null}
			<table className="readings">
				<thead>
					<tr>
						{onTick ? <th>Done</th> : null}
						<th>{codes ? "Part" : "Where"}</th>
						<th>What</th>
						{rough ? <th>Rough</th> : null}
						{sizes ? <th>Finished</th> : null}
						{codes ? <th>Code</th> : null}
						{codes ? <th>Pieces</th> : null}
					</tr>
				</thead>
				<tbody>
					{sheet.lines.map((l) => (
						<tr key={l.key}>
							{onTick && issued ? (
								<td>
									<Checkbox
										aria-label={`${l.title} done`}
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
