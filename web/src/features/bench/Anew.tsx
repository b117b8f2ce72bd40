import { Checkbox } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import type { AnewBody } from "../../api/client";
import { anewQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { type System, show } from "../../quantity/length";
import { Judged } from "../../ui/Judged";
import { benchWords } from "../../words/bench";
import { dateTime } from "../../words/intl";

/** So many readings are shown; the others go the same way. */
const FEW = 4;

export interface AnewProps {
	job: number;
	unit: System;
	/** What was wrong of the gauge; undefined while that cannot be said. */
	body: AnewBody | undefined;
	chosen: boolean;
	onChoose: (chosen: boolean) => void;
}

/** Offers to work out anew what was read with a gauge that was wrong, and shows what that changes. Nothing where it read nothing. */
export function Anew({ job, unit, body, chosen, onChoose }: AnewProps) {
	const [asked] = useDebouncedValue(body, 300);
	const { data } = useQuery(anewQuery(job, asked));
	if (!body || !data || data.readings.length === 0) return null;
	const { readings, since, changes } = data;
	return (
		<>
			<Checkbox
				label={since ? benchWords.anewSince(readings.length, dateTime(since)) : benchWords.anewAll(readings.length)}
				description={benchWords.asTakenTheyStay}
				checked={chosen}
				onChange={(e) => onChoose(e.currentTarget.checked)}
			/>
			{chosen ? (
				<section className={look.panel} aria-label={benchWords.whatThatChanges} aria-live="polite">
					{readings.slice(0, FEW).map((r) => (
						<div key={`${r.part} ${r.station} ${r.column} ${r.was}`}>
							{benchWords.readingAnew(r.part, r.station, r.column)}{" "}
							<span className={look.figure}>{benchWords.wasIs(show(r.was, unit), show(r.is, unit))}</span>
						</div>
					))}
					{readings.length > FEW ? <div className={look.soft}>{benchWords.andMoreAlike(readings.length - FEW)}</div> : null}
					<Judged changes={changes} title={benchWords.thatWouldChange} />
				</section>
			) : null}
		</>
	);
}
