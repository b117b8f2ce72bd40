import { Button } from "@mantine/core";
import type { Option } from "../../api/client";
import look from "../../look/look.module.css";
import { decideWords } from "../../words/decide";
import { capital } from "../../words/trade";
import css from "./decide.module.css";

export interface WayProps {
	price: string;
	trying: boolean;
	onTry: () => void;
	option: Option;
	current: boolean;
	advised: boolean;
	locked: boolean;
	onOverrule: () => void;
}

/** One way to treat a set, with what it costs, or why it is not possible. */
export function Way({ option, current, advised, locked, price, trying, onTry, onOverrule }: WayProps) {
	const why = option.reasons[0];
	return (
		<div className={css.way}>
			<div className={css.line}>
				<span className={`${option.feasible ? "" : look.struck} ${current ? css.current : css.name}`}>
					{capital(option.says)}
				</span>
				{advised ? (
					<span className={look.soft}>{decideWords.advised}</span>
				) : locked || current ? null : (
					<Button
						variant="subtle"
						size="compact-sm"
						onClick={onOverrule}
						aria-label={decideWords.overrule2(capital(option.says))}
					>
						{decideWords.overrule}
					</Button>
				)}
			</div>
			{option.feasible && price ? (
				<div className={css.line}>
					<span className={`${look.figure} ${look.soft} ${css.small}`}>{price}</span>
					<button
						type="button"
						className={look.plainLink}
						aria-pressed={trying}
						aria-label={decideWords.try(capital(option.says))}
						onClick={onTry}
					>
						{trying ? "tried" : "try"}
					</button>
				</div>
			) : null}
			{why && !advised ? (
				<div className={`${look.soft} ${css.small}`}>
					{decideWords.because(option.feasible, why.text, option.reasons.length - 1)}
				</div>
			) : null}
		</div>
	);
}
