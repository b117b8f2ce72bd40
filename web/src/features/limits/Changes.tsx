import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import type { JobView, LimitSet, Policy } from "../../api/client";
import { previewQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Judged } from "../../ui/Judged";
import { limitsWords } from "../../words/limits";

export interface ChangesProps {
	view: JobView;
	limits: LimitSet;
	policy: Policy;
}

/** What saving would change, before it is saved. */
export function Changes({ view, limits, policy }: ChangesProps) {
	const [asked] = useDebouncedValue({ limits, policy }, 300);
	const { data } = useQuery({ ...previewQuery(view.job.id, asked), placeholderData: (before) => before });
	if (!data) return null;
	return (
		<section className={look.panel} aria-label={limitsWords.whatSavingWouldChange} aria-live="polite">
			<Judged changes={data} title={limitsWords.savingWouldChange} />
		</section>
	);
}
