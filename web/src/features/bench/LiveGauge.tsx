import { Button } from "@mantine/core";
import { useSyncExternalStore } from "react";
import type { FeatureView, GaugeSetup } from "../../api/client";
import { line } from "../../api/line";
import { Trace } from "../../drawing/Trace";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { lineTrouble, rocks } from "../../ui/use-gauge-line";
import { Warned } from "../../ui/Warned";
import { benchWords } from "../../words/bench";
import { lineWords } from "../../words/line";
import css from "./bench.module.css";
import { lineMeaning } from "./line-meaning";
import type { BenchLine } from "./use-line";

interface Measured {
	feature: FeatureView;
	gauge: GaugeSetup | undefined;
}

interface LiveGaugeProps extends Measured {
	line: BenchLine | undefined;
}

/** What the gauge shows as it moves, where it turned back, and whose line it is. Whoever types need not look at it. */
export function LiveGauge({ line: of, feature, gauge }: LiveGaugeProps) {
	if (!of) return null;
	const { instrument, state, held } = of;
	const name = `${instrument.facts.name} ${instrument.facts.tag}`.trim();
	if (!held) {
		const { refused, elsewhere } = state.instrument === instrument.id ? state : ({} as typeof state);
		return (
			<div className={css.line} role="status">
				<span className={look.soft}>{refused ?? lineWords.sends(name)}</span>
				<Button size="compact-sm" variant="default" onClick={elsewhere ? of.over : of.turn}>
					{elsewhere ? lineWords.takeOver : lineWords.take}
					{elsewhere ? null : <kbd className={css.after}>t</kbd>}
				</Button>
			</div>
		);
	}
	const trouble = lineTrouble(state);
	return (
		<div className={css.line} role="status" data-standing={state.standing}>
			{trouble ? <Warned small>{trouble}</Warned> : <Shows rocks={rocks(instrument)} feature={feature} gauge={gauge} />}
			<Button size="compact-sm" variant="subtle" onClick={of.turn}>
				{lineWords.letGo}
				<kbd className={css.after}>t</kbd>
			</Button>
		</div>
	);
}

function Shows({ rocks: rocked, feature, gauge }: Measured & { rocks: boolean }) {
	const { shown, turned, trace } = useSyncExternalStore(line.subscribe, line.shown);
	const said = (of: typeof shown) => {
		if (!of) return "";
		const means = gauge?.mode === "direct" ? undefined : lineMeaning(feature, of, gauge);
		return `${show(of.size, of.unit)}${means?.kind === "size" ? ` = ${show(means.length, of.unit)}` : ""} ${of.unit}`;
	};
	return (
		<>
			<span className={look.figure} aria-live="off">
				{said(shown) || lineWords.press}
			</span>
			<Trace points={trace} mark={turned?.size} />
			{rocked ? <b>{turned ? benchWords.turnedAt(said(turned)) : lineWords.rock}</b> : null}
		</>
	);
}
