import type { SharedView } from "../../api/client";

/** The report as the customer reads it: in plain words, one set after another. */
export function Letter({ report }: { report: SharedView }) {
	const { proved, to_prove: all } = report;
	return (
		<article className="panel paper letter" aria-label="The report in plain words">
			<header>
				<div>
					<h2>{report.engine}</h2>
					<div>{report.customer}</div>
				</div>
				<div style={{ textAlign: "right" }}>
					<div className="figure">{report.number}</div>
					{report.promised ? <div className="soft">promised for {report.promised}</div> : null}
				</div>
			</header>
			{report.cost || report.ready ? (
				<p className="lead">
					{report.cost ? (
						<>
							It comes to <b>{report.cost}</b>
						</>
					) : null}
					{report.cost && report.ready ? " and is " : report.ready ? "It is " : ""}
					{report.ready ? (
						<>
							ready on <b>{report.ready}</b>
						</>
					) : null}
					.
				</p>
			) : null}
			{all > 0 ? (
				<p className="lead">
					{proved === all
						? `All ${all} sizes that were ordered came back as ordered.`
						: `${proved} of ${all} ordered sizes are proved by measuring so far.`}
				</p>
			) : null}
			{report.findings.length > 0 ? (
				<section>
					<h3>What we found</h3>
					<ul>
						{report.findings.map((text) => (
							<li key={text}>{text}</li>
						))}
					</ul>
				</section>
			) : null}
			<h3>What is done, and why</h3>
			{report.decisions.length === 0 ? <p className="soft">Nothing is decided yet.</p> : null}
			{report.decisions.map((line) => (
				<section key={line.set} className="set-line">
					<h4>{line.set}</h4>
					<div>
						<b>{line.way}</b>
						<div className="soft">{line.signed ? `Signed by ${line.signed}` : "Advised; nobody has signed it yet"}</div>
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
