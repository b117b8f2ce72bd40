import look from "../../look/look.module.css";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

/** Whether everything entered is with the server. */
export function SavedWord({ waiting, away, others }: { waiting: number; away: boolean; others: string[] }) {
	if (others.length > 0) return <b className={css.unsaved}>{benchWords.entriesOfWaitForTheirSign(others.join(", "))}</b>;
	if (away) return <b className={css.unsaved}>{benchWords.notConnectedHere(waiting)}</b>;
	return (
		<span className={look.soft} aria-live="polite">
			{waiting > 0 ? benchWords.saving : benchWords.saved}
		</span>
	);
}
