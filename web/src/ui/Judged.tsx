import type { JudgementPreview } from "../api/client";
import type { SetName } from "../api/table";
import type { Standing } from "../api/view";
import type { Way } from "../api/way";
import look from "../look/look.module.css";
import type { System } from "../quantity/length";
import { limitsWords } from "../words/limits";
import { Rich } from "../words/Rich";
import { standingWord } from "../words/standing";
import { setName, wayName } from "../words/trade";

const word = (standing: Standing) => (standing === "no_limit" ? limitsWords.notJudged : standingWord(standing));

export interface JudgedProps {
	changes: JudgementPreview;
	unit: System;
	/** What leads the decisions that change. */
	title: string;
}

/** What a change would make of the judgement: decisions first, then the parts that would stand otherwise. */
export function Judged({ changes, unit, title }: JudgedProps) {
	const way = (s: (Way & { set: SetName }) | undefined) => (s ? wayName(s, unit, s.set).toLowerCase() : "not decided");
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
