import { Button } from "@mantine/core";
import { useSyncExternalStore } from "react";
import { line } from "../../api/line";
import { Trace } from "../../drawing/Trace";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { Warned } from "../../ui/Warned";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { type BenchLine, lineTrouble } from "./use-line";

/** What the gauge shows as it moves, where it turned back, and whose line it is. Whoever types need not look at it. */
export function LiveGauge({ line: of }: { line: BenchLine | undefined }) {
	if (!of) return null;
	const { instrument, state, held } = of;
	const name = `${instrument.facts.name} ${instrument.facts.tag}`.trim();
	if (!held) {
		const { refused } = state.instrument === instrument.id ? state : { refused: undefined };
		return (
			<div className={css.line} role="status">
				<span className={look.soft}>{refused ?? benchWords.sendsItsReadings(name)}</span>
				<Button size="compact-sm" variant="default" onClick={refused ? of.over : of.turn}>
					{refused ? benchWords.takeItOver : benchWords.takeTheLine}
					{refused ? null : <kbd className={css.after}>t</kbd>}
				</Button>
			</div>
		);
	}
	const trouble = lineTrouble(state);
	return (
		<div className={css.line} role="status" data-standing={state.standing}>
			{trouble ? <Warned small>{trouble}</Warned> : <Shows rocks={rocks(of)} />}
			<Button size="compact-sm" variant="subtle" onClick={of.turn}>
				{benchWords.letTheLineGo}
				<kbd className={css.after}>t</kbd>
			</Button>
		</div>
	);
}

const rocks = ({ instrument }: BenchLine) => instrument.facts.kind === "bore_gauge" && instrument.link?.sends === "shows";

function Shows({ rocks }: { rocks: boolean }) {
	const { shown, turned, trace } = useSyncExternalStore(line.subscribe, line.shown);
	return (
		<>
			<span className={look.figure} aria-live="off">
				{shown ? `${show(shown.size, shown.unit)} ${shown.unit}` : benchWords.pressItsKey}
			</span>
			<Trace points={trace} mark={turned?.size} />
			{rocks ? (
				<b>{turned ? benchWords.turnedAt(`${show(turned.size, turned.unit)} ${turned.unit}`) : benchWords.rockIt}</b>
			) : null}
		</>
	);
}
