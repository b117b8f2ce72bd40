import type { RefObject } from "react";
import type { FeatureView } from "../../api/client";
import look from "../../look/look.module.css";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { UNDO } from "./keys";
import { cellName } from "./moves";
import type { EntryState } from "./use-entry";

export interface EntryFieldProps {
	entry: EntryState;
	feature: FeatureView;
	input: RefObject<HTMLInputElement | null>;
	closed: boolean;
	/** The pad beside it takes the place of the device's own keys. */
	byTouch: boolean;
	/** Does what a key means; false where it is typed. */
	press: (key: string) => boolean;
}

/** More than this is no figure that somebody typed but a line of a gauge. */
const LONG = 12;

/** The digits as they are typed, over the size that is expected. */
export function EntryField({ entry, feature, input, closed, byTouch, press }: EntryFieldProps) {
	return (
		<div className={css.entry}>
			<span className={`${look.figure} ${css.digits}`} data-long={entry.shown.typed.length > LONG} aria-hidden="true">
				<span className={css.ghost}>{entry.shown.ghost}</span>
				{entry.shown.typed}
				<span className={css.caret} />
			</span>
			<input
				ref={input}
				data-entry={`${entry.at.station},${entry.at.direction}`}
				aria-label={benchWords.readingAt(cellName(feature, entry.at))}
				aria-describedby="means"
				aria-invalid={entry.sentence !== ""}
				inputMode={byTouch ? "none" : "decimal"}
				autoComplete="off"
				disabled={closed}
				value={entry.typed}
				onChange={(e) => entry.type(e.currentTarget.value.replace(/[^\d., +\-min"]/g, ""))}
				onKeyDown={(e) => {
					const undo = (e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z";
					const plain = !e.ctrlKey && !e.metaKey && !e.altKey;
					if ((undo || plain) && press(undo ? UNDO : e.key)) e.preventDefault();
				}}
			/>
		</div>
	);
}
