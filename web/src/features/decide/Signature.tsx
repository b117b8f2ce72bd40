import { Alert } from "@mantine/core";
import { Link } from "react-router";
import type { DecidedView, DecisionSet } from "../../api/client";
import { decideWords } from "../../words/decide";
import { dateTime } from "../../words/intl";
import { Rich } from "../../words/Rich";
import { who } from "../../words/trade";

/** Who signed a set, and whether it still stands. */
export function Signature({ view, set }: { view: DecidedView; set: DecisionSet }) {
	const { job } = view;
	const signed = view.decided.signed.find((s) => s.set === set.set);
	if (!signed) return null;
	const ordered = view.decided.measured && !signed.stale;
	return (
		<Alert my="sm" variant="light" color={signed.stale ? "orange" : "layout"}>
			{decideWords.by(
				signed.overruled,
				who(signed.decided_by, signed.from_file),
				dateTime(signed.decided_at),
				signed.reason ? `: “${signed.reason}”` : ".",
			)}
			{signed.overruled || signed.stale ? ` ${decideWords.ledgeAdvises(set.says ?? "")}` : null}
			{signed.stale ? ` ${decideWords.theReadingsOrLimitsChangedSince}` : null}
			{ordered ? " " : null}
			{ordered ? (
				<Rich text={decideWords.theWorkIsOrdered} verify={<Link to={`/jobs/${job.id}/verify`}>{decideWords.verify}</Link>} />
			) : null}
		</Alert>
	);
}
