import type { JudgementPreview } from "../api/client";
import type { Standing } from "../api/view";
import look from "../look/look.module.css";
import { limitsWords } from "../words/limits";
import { Rich } from "../words/Rich";
import { standingWord } from "../words/standing";
import { setName } from "../words/trade";

const word = (standing: Standing) => (standing === "no_limit" ? limitsWords.notJudged : standingWord(standing));

export interface JudgedProps {
	changes: JudgementPreview;
	/** What leads the decisions that change. */
	title: string;
}

/** What a change would make of the judgement: decisions first, then the parts that would stand otherwise. */
export function Judged({ changes, title }: JudgedProps) {
	const way = (s: { says: string } | undefined) => s?.says ?? "not decided";
	return (
		<>
			<b>{changes.sets.length === 0 ? limitsWords.noDecisionChanges : title}</b>
			{changes.sets.map((s) => (
				<div key={`${s.set} ${s.component}`}>
					<Rich
						text={certainty(s) ? limitsWords.changeAnd : limitsWords.change}
						set={setName(s.set)}
						after={<b>{way(s.after)}</b>}
						before={way(s.before)}
						how={certainty(s)}
					/>
				</div>
			))}
			{changes.parts.length > 0 ? (
				<div className={look.soft}>
					{limitsWords.parts(
						changes.parts.slice(0, 8).map((p) => limitsWords.part(p.title, word(p.before), word(p.after))),
						changes.parts.length - 8,
					)}
				</div>
			) : null}
		</>
	);
}

/** Whether a decision that stays became provisional, or is no longer. */
function certainty({ before, after }: JudgementPreview["sets"][number]): string {
	if (before?.action !== after?.action || !before || !after || before.provisional === after.provisional) return "";
	return after.provisional ? limitsWords.nowProvisional : limitsWords.noLongerProvisional;
}
