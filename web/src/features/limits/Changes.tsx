import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import type { JobView, JudgementPreview, LimitSet, Policy } from "../../api/client";
import { previewQuery } from "../../api/queries";
import type { SetName } from "../../api/table";
import type { Standing } from "../../api/view";
import type { Way } from "../../api/way";
import { STANDING_WORD } from "../../drawing/status";
import look from "../../look/look.module.css";
import { limitsWords } from "../../words/limits";
import { Rich } from "../../words/Rich";
import { setName, wayName } from "../../words/trade";

const word = (standing: Standing) => (standing === "no_limit" ? limitsWords.notJudged : STANDING_WORD[standing]);

export interface ChangesProps {
	view: JobView;
	limits: LimitSet;
	policy: Policy;
}

/** What saving would change, before it is saved: decisions first, then the parts that would stand otherwise. */
export function Changes({ view, limits, policy }: ChangesProps) {
	const [asked] = useDebouncedValue({ limits, policy }, 300);
	const { data } = useQuery({ ...previewQuery(view.job.id, asked), placeholderData: (before) => before });
	const unit = view.job.unit;
	const way = (s: (Way & { set: SetName }) | undefined) => (s ? wayName(s, unit, s.set).toLowerCase() : "not decided");
	if (!data) return null;
	return (
		<section className={look.panel} aria-label={limitsWords.whatSavingWouldChange} aria-live="polite">
			<b>{data.sets.length === 0 ? limitsWords.noDecisionChanges : limitsWords.savingWouldChange}</b>
			{data.sets.map((s) => (
				<div key={s.set}>
					<Rich
						text={certainty(s) ? limitsWords.changeAnd : limitsWords.change}
						set={setName(s.set)}
						after={<b>{way(s.after)}</b>}
						before={way(s.before)}
						how={certainty(s)}
					/>
				</div>
			))}
			{data.parts.length > 0 ? (
				<div className={look.soft}>
					{limitsWords.parts(
						data.parts.slice(0, 8).map((p) => limitsWords.part(p.title, word(p.before), word(p.after))),
						data.parts.length - 8,
					)}
				</div>
			) : null}
		</section>
	);
}

/** Whether a decision that stays became provisional, or is no longer. */
function certainty({ before, after }: JudgementPreview["sets"][number]): string {
	if (before?.action !== after?.action || !before || !after || before.provisional === after.provisional) return "";
	return after.provisional ? limitsWords.nowProvisional : limitsWords.noLongerProvisional;
}
