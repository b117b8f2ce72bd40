import type { JobView } from "../../api/client";
import { BendPicture } from "../../drawing/BendPicture";
import { show } from "../../quantity/length";
import { jobWords } from "../../words/job";

/** How the throws run along the crankshaft, once three mains have been turned under the indicator. */
export function BendPanel({ view }: { view: JobView }) {
	const { bend } = view;
	if (!bend) return null;
	return (
		<section aria-label={jobWords.bendOfTheCrankshaft}>
			<BendPicture
				mains={bend.mains}
				off={bend.off}
				label={(v) => show(Math.round(Math.hypot(v.x, v.y)), view.job.unit)}
				title={jobWords.throwOfEachMainOffThe(bend.says.text)}
			/>
			<div>{bend.says.text}</div>
		</section>
	);
}
