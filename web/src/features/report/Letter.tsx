import type { SharedView } from "../../api/client";
import look from "../../look/look.module.css";
import { Rich } from "../../words/Rich";
import { reportWords } from "../../words/report";
import css from "./report.module.css";

/** The report as the customer reads it: in plain words, one set after another. */
export function Letter({ report }: { report: SharedView }) {
	const { proved, to_prove: all } = report;
	return (
		<article className={`${look.panel} ${look.paper} ${css.letter}`} aria-label={reportWords.theReportInPlainWords}>
			<header>
				<div>
					<h2>{report.engine}</h2>
					<div>{report.customer}</div>
				</div>
				<div className={look.right}>
					<div className={look.figure}>{report.number}</div>
					{report.promised ? <div className={look.soft}>{reportWords.promisedFor(report.promised)}</div> : null}
				</div>
			</header>
			{report.cost || report.ready ? (
				<p className={css.lead}>
					<Rich
						text={report.cost ? (report.ready ? reportWords.costAndReady : reportWords.itComesTo) : reportWords.itIsReady}
						cost={<b>{report.cost}</b>}
						ready={<b>{report.ready}</b>}
					/>
				</p>
			) : null}
			{all > 0 ? (
				<p className={css.lead}>
					{proved === all ? reportWords.allSizesThatWereOrderedCame(all) : reportWords.ofOrderedSizesAreProvedBy(proved, all)}
				</p>
			) : null}
			{report.findings.length > 0 ? (
				<section>
					<h3>{reportWords.whatWeFound}</h3>
					<ul>
						{report.findings.map((text) => (
							<li key={text}>{text}</li>
						))}
					</ul>
				</section>
			) : null}
			<h3>{reportWords.whatIsDoneAndWhy}</h3>
			{report.decisions.length === 0 ? <p className={look.soft}>{reportWords.nothingIsDecidedYet}</p> : null}
			{report.decisions.map((line) => (
				<section key={line.set} className={css.setLine}>
					<h4>{line.set}</h4>
					<div>
						<b>{line.way}</b>
						<div className={look.soft}>
							{line.signed ? reportWords.signedBy(line.signed) : reportWords.advisedNobodyHasSignedItYet}
						</div>
						{line.reason ? <div>“{line.reason}”</div> : null}
						<ul>
							{line.reasons.map((text) => (
								<li key={text}>{text}</li>
							))}
						</ul>
					</div>
				</section>
			))}
		</article>
	);
}
