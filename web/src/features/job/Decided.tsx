import { Title } from "@mantine/core";
import { Link } from "react-router";
import type { JobView } from "../../api/client";
import { pathIn } from "../../api/view";
import look from "../../look/look.module.css";
import { jobWords } from "../../words/job";
import { capital, setName } from "../../words/trade";
import css from "./job.module.css";

/** How the sets stand, each with the way to its board. */
export function Decided({ view }: { view: JobView }) {
	if (view.said.length === 0) return null;
	return (
		<section aria-label={jobWords.whatIsDecided}>
			<Title order={2} size="h4" mb="xs">
				{jobWords.whatIsDecided}
			</Title>
			{view.said.map((s) => (
				<Link key={s.set} to={pathIn(view, `decide/${s.set}`)} className={css.decided}>
					<span className={look.soft}>{setName(s.set)}</span>
					<b>{capital(s.says)}</b>
					<span className={look.soft}>{s.signed ? jobWords.signed : s.provisional ? jobWords.provisional : ""}</span>
				</Link>
			))}
		</section>
	);
}
