import { Button } from "@mantine/core";
import type { JobView, Option } from "../../api/client";
import type { SetName } from "../../api/table";
import { decideWords } from "../../words/decide";
import { wayName } from "../../words/trade";
import classes from "./decide.module.css";

export interface WayProps {
	price: string;
	trying: boolean;
	onTry: () => void;
	set: SetName;
	option: Option;
	view: JobView;
	current: boolean;
	advised: boolean;
	locked: boolean;
	onOverrule: () => void;
}

/** One way to treat a set, with what it costs, or why it is not possible. */
export function Way({ set, option, view, current, advised, locked, price, trying, onTry, onOverrule }: WayProps) {
	const why = option.reasons[0];
	return (
		<div className={classes.way}>
			<div className={classes.line}>
				<span className={`${option.feasible ? "" : "struck"} ${current ? classes.current : classes.name}`}>
					{wayName(option, view.job.unit, set)}
				</span>
				{advised ? (
					<span className="soft">{decideWords.advised}</span>
				) : locked || current ? null : (
					<Button
						variant="subtle"
						size="compact-sm"
						onClick={onOverrule}
						aria-label={decideWords.overrule2(wayName(option, view.job.unit, set))}
					>
						{decideWords.overrule}
					</Button>
				)}
			</div>
			{option.feasible && price ? (
				<div className={classes.line}>
					<span className={`figure soft ${classes.small}`}>{price}</span>
					<button
						type="button"
						className="plain-link"
						aria-pressed={trying}
						aria-label={decideWords.try(wayName(option, view.job.unit, set))}
						onClick={onTry}
					>
						{trying ? "tried" : "try"}
					</button>
				</div>
			) : null}
			{why && !advised ? (
				<div className={`soft ${classes.small}`}>{decideWords.because(option.feasible, why.text, option.reasons.length - 1)}</div>
			) : null}
		</div>
	);
}
