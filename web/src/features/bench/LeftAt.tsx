import { useQuery } from "@tanstack/react-query";
import type { FeatureView, JobView } from "../../api/client";
import { earlierQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { benchWords } from "../../words/bench";

/** The size with which a part left the shop the last time. */
export function LeftAt({ view, feature }: { view: JobView; feature: FeatureView }) {
	const { job } = view;
	const earlier = useQuery({ ...earlierQuery(job.id), enabled: job.back_of !== undefined });
	const left = earlier.data?.parts.find((p) => p.kind === feature.kind && p.number === feature.number);
	if (!left || feature.component) return null;
	return <span className={look.soft}>{benchWords.leftAt(show(left.size, job.unit), earlier.data?.number ?? "")}</span>;
}
