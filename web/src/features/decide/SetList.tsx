import { Stack } from "@mantine/core";
import { Link } from "react-router";
import type { DecidedView, DecisionSet } from "../../api/client";
import { membersOf } from "../../api/table";
import { partsOf, pathIn } from "../../api/view";
import { type Standing, StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { decideWords } from "../../words/decide";
import { capital, setName, who } from "../../words/trade";
import css from "./decide.module.css";

const GRAVITY: Standing[] = ["open", "no_limit", "within", "unsure", "beyond"];

/** The worst standing among a set's members. */
function setStanding(view: DecidedView, set: DecisionSet): Standing {
	if (set.action === "measure") return "open";
	return partsOf(view, membersOf(set.set))
		.map((p) => p.standing)
		.reduce((worst, s) => (GRAVITY.indexOf(s) > GRAVITY.indexOf(worst) ? s : worst), "open");
}

function signedWord(view: DecidedView, s: DecisionSet): string {
	const signed = view.decided.signed.find((d) => d.set === s.set);
	if (signed?.stale) return decideWords.signedBeforeItChanged;
	if (signed)
		return signed.overruled
			? decideWords.overruledBy(who(signed.decided_by, signed.from_file))
			: decideWords.signedBy(who(signed.decided_by, signed.from_file));
	return s.provisional ? "· provisional" : "";
}

/** All sets, each with what stands for it. */
export function SetList({ view, current }: { view: DecidedView; current: DecisionSet }) {
	return (
		<Stack gap={2} mt="md">
			{view.decided.sets.map((s) => (
				<Link
					key={s.set}
					to={pathIn(view, `decide/${s.set}`)}
					className={`${look.choice} ${look.set} ${css.set}`}
					aria-current={s.set === current.set}
				>
					<span className={css.line}>
						<span>
							{setName(s.set)} <span className={look.soft}>{signedWord(view, s)}</span>
						</span>
						<StatusMark standing={setStanding(view, s)} word={false} />
					</span>
					<b>{capital((view.decided.signed.find((d) => d.set === s.set) ?? s).says)}</b>
				</Link>
			))}
		</Stack>
	);
}
