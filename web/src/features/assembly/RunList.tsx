import { Link } from "react-router";
import { runsOf, standingRun } from "../../api/assembly";
import type { AssemblyView, JobView } from "../../api/client";
import { StatusMark } from "../../drawing/status";
import { runName, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";

interface RunListProps {
	job: JobView;
	view: AssemblyView;
	chosen: { key: string; of: number } | undefined;
}

/** Every run of every card, with how far it is. */
export function RunList({ job, view, chosen }: RunListProps) {
	return (
		<nav className={css.runs} aria-label={words.torqueCards}>
			{view.plan.cards.flatMap((card) =>
				runsOf(view, card.key).map((of) => {
					const run = standingRun(view, card.key, of);
					const standing = run?.flags.length ? "beyond" : run?.done ? "within" : "open";
					return (
						<Link
							key={`${card.key} ${of}`}
							to={`/jobs/${job.job.id}/torque/${encodeURIComponent(card.key)}/${of}`}
							aria-current={chosen?.key === card.key && chosen.of === of ? "page" : undefined}
							className={css.run}
						>
							<StatusMark standing={standing} word={false} />
							{runName(card, of)}
						</Link>
					);
				}),
			)}
		</nav>
	);
}
