import { Button } from "@mantine/core";
import type { KeyHint } from "../../ui/KeyBar";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { UNDO } from "./keys";
import type { EntryState } from "./use-entry";
import type { BenchLine } from "./use-line";

const KEYS = ["7", "8", "9", "⌫", "4", "5", "6", "+", "1", "2", "3", "−", "0", "."];

interface PadProps {
	entry: EntryState;
	line: BenchLine | undefined;
	/** What Enter does. */
	onTake: () => void;
}

/** Digits, point, signs and Take, for fingers. The focus stays where it is. */
export function Pad({ entry, line, onTake }: PadProps) {
	const press = (key: string) => {
		if (key === "⌫") {
			if (entry.typed === "") entry.back();
			else entry.type(entry.typed.slice(0, -1));
		} else entry.more(key === "−" ? "-" : key);
	};
	return (
		<section className={css.pad} aria-label={benchWords.pad}>
			{KEYS.map((key) => (
				<button
					key={key}
					type="button"
					aria-label={key === "⌫" ? benchWords.takeADigitBack : undefined}
					onPointerDown={(e) => e.preventDefault()}
					onClick={() => press(key)}
				>
					{key}
				</button>
			))}
			<button type="button" className={css.takes} onPointerDown={(e) => e.preventDefault()} onClick={onTake}>
				{entry.typed === "" && !line?.ready ? benchWords.repeatIt : benchWords.takeIt}
			</button>
		</section>
	);
}

interface ToolsProps {
	keys: readonly KeyHint[];
	/** Does what a key means. */
	press: (key: string) => boolean;
}

/** A button for all that has a key. */
export function Tools({ keys, press }: ToolsProps) {
	return (
		<section className={`${css.tools} ${css.below}`} aria-label={benchWords.whatElseCanBeDone}>
			{keys
				.filter(([key, , here = true]) => here && (key === UNDO || (key.length === 1 && !"⏎⌫".includes(key))))
				.map(([key, text]) => (
					<Button key={key} variant="default" onClick={() => press(key)}>
						{key === "u" ? benchWords.showIn(text) : text.charAt(0).toUpperCase() + text.slice(1)}
					</Button>
				))}
		</section>
	);
}
