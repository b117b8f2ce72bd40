import { Link } from "react-router";
import type { Ask } from "../api/asks";
import type { JobView } from "../api/client";
import { rowOf } from "../api/table";
import { featureOf, pathIn } from "../api/view";
import look from "../look/look.module.css";
import { askText, askWords } from "../words/asks";

/** Where what is asked for is done. */
function target(view: JobView, a: Ask): string {
	const { kind, number } = a.feature;
	if (a.what === "limit") return `/jobs/${view.job.id}/limits`;
	const at = a.what === "fit" ? (rowOf(kind).joint?.bearing ?? kind) : a.what === "runout" ? "runout" : kind;
	return featureOf(view, at, number) ? pathIn(view, `bench/${at}/${number}`) : pathIn(view);
}

/** What would settle a set, or several, each with the way to where it is done. */
export function AskList({ view, asks, title = askWords.askedFirst }: { view: JobView; asks: Ask[]; title?: string }) {
	if (asks.length === 0) return null;
	const key = (a: Ask) => `${a.what}-${a.feature.kind}-${a.feature.number}`;
	const once = [...new Map(asks.map((a) => [key(a), a])).values()]; // a housing is asked for by its journals, too
	return (
		<section className={look.note} aria-label={title}>
			<b>{title}</b>
			<ul className={look.asks}>
				{once.map((a) => (
					<li key={key(a)}>
						<Link to={target(view, a)} className={look.link}>
							{askText(a, featureOf(view, a.feature.kind, a.feature.number)?.title ?? "", view.job.unit)}
						</Link>
					</li>
				))}
			</ul>
		</section>
	);
}
