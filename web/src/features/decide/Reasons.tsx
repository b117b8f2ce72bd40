import { Link } from "react-router";
import type { DecisionSet, JobView } from "../../api/client";
import type { Kind } from "../../api/table";
import { pathIn } from "../../api/view";
import { Ladder } from "../../drawing/Ladder";
import look from "../../look/look.module.css";
import { decideWords } from "../../words/decide";
import { setName } from "../../words/trade";
import css from "./decide.module.css";
import { rungsOf } from "./rungs";
import { shortName } from "./words-of";

/** The reasons that say in a sentence why it is this action. */
const LEAD = [
	"step",
	"within",
	"marked",
	"tight",
	"shell",
	"no_step",
	"no_new_range",
	"hone_to_size",
	"bore_sheet",
	"cap_cut",
	"sleeve",
	"sleeve_rest",
	"sleeve_many",
	"provisional",
	"crack_test",
	"skim",
	"thrust_parts",
	"thrust_clean",
	"replace",
	"bored",
];

/** Why it is this way: what decides, what caused it, the sizes on the ladder, and what was not judged. */
export function Reasons({ view, set, way }: { view: JobView; set: DecisionSet; way: { action: string; step: number } }) {
	const { job } = view;
	const lead = set.reasons.filter((r) => LEAD.includes(r.code));
	const caused = set.reasons.filter(
		(r) => r.code !== "no_limit" && r.code !== "no_look" && !r.code.startsWith("caution") && !LEAD.includes(r.code),
	);
	const remarks = set.reasons.filter((r) => r.code === "no_limit" || r.code === "no_look");
	return (
		<>
			{lead.map((r) => (
				<p key={r.code + r.text} className={css.lead}>
					{r.text}
				</p>
			))}
			<ul className={css.findings}>
				{caused.map((r) => (
					<li key={r.code + r.text}>
						{r.feature ? (
							<ReasonLink view={view} feature={r.feature}>
								{r.text}
							</ReasonLink>
						) : (
							r.text
						)}
					</li>
				))}
			</ul>
			{set.ladder && set.ladder.length > 0 ? (
				<>
					<Ladder
						title={decideWords.sizesTheCouldHave(setName(set.set).toLowerCase())}
						system={job.unit}
						sign={set.set === "cylinders" ? 1 : -1}
						members={set.ladder.map((r) => ({ ...r, label: shortName(r.feature.kind, r.feature.number) }))}
						rungs={rungsOf(view, set, way)}
					/>
					<p className={look.soft}>{set.set === "cylinders" ? decideWords.ladderOfCylinders : decideWords.ladderOfJournals}</p>
				</>
			) : null}
			{remarks.length > 0 ? (
				<details>
					<summary className={look.soft}>{decideWords.onWhatWasNotJudged(remarks.length)}</summary>
					<ul>
						{remarks.map((r) => (
							<li key={r.text}>{r.text}</li>
						))}
					</ul>
				</details>
			) : null}
		</>
	);
}

function ReasonLink({ view, feature, children }: { view: JobView; feature: { kind: Kind; number: number }; children: string }) {
	return (
		<Link to={pathIn(view, `features/${feature.kind}/${feature.number}`)} className={css.reason}>
			{children}
		</Link>
	);
}
