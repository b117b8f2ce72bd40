import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import type { JobView, LimitSet, Policy } from "../../api/client";
import { previewQuery } from "../../api/queries";
import type { SetName } from "../../api/table";
import type { Standing } from "../../api/view";
import type { Way } from "../../api/way";
import { setName, wayName } from "../../words/trade";

const word = (standing: Standing) => (standing === "no_limit" ? "not judged" : standing);

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
		<section className="panel" aria-label="What saving would change" aria-live="polite">
			<b>{data.sets.length === 0 ? "No decision changes." : "Saving would change:"}</b>
			{data.sets.map((s) => (
				<div key={s.set}>
					{setName(s.set)}: <b>{way(s.after)}</b> instead of {way(s.before)}
					{s.after && s.before && s.after.action === s.before.action && s.after.provisional !== s.before.provisional
						? s.after.provisional
							? ", now provisional"
							: ", no longer provisional"
						: ""}
				</div>
			))}
			{data.parts.length > 0 ? (
				<div className="soft">
					{data.parts
						.slice(0, 8)
						.map((p) => `${p.title} ${word(p.before)} → ${word(p.after)}`)
						.join(", ")}
					{data.parts.length > 8 ? ` and ${data.parts.length - 8} more` : ""}
				</div>
			) : null}
		</section>
	);
}
