import { Stack } from "@mantine/core";
import { Link } from "react-router";
import type { JobView } from "../../api/client";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { jobWords } from "../../words/job";
import css from "./job.module.css";
import { steps } from "./walk";

/** The order of work, with what is open at each step. */
export function WalkRail({ view, now }: { view: JobView; now?: string }) {
	return (
		<nav aria-label={jobWords.jobSteps} className={look.rail}>
			<Stack gap={7}>
				{steps(view).map((step) => (
					<div key={step.name} className={css.step}>
						<StatusMark standing={step.beyond ? "beyond" : step.open ? "open" : "within"} word={false} />
						<Link to={step.to} aria-current={step.name === now ? "page" : undefined}>
							{step.name}
						</Link>
						<div className={look.soft} title={step.says}>
							{step.says}
						</div>
					</div>
				))}
			</Stack>
		</nav>
	);
}
