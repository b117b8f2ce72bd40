import { Stack, Title } from "@mantine/core";
import { useState } from "react";
import type { CostsView, DecisionSet, JobView, Option } from "../../api/client";
import { roleOf } from "../../api/table";
import { sameWay, wayKey } from "../../api/way";
import { Windows } from "../../drawing/Window";
import look from "../../look/look.module.css";
import { decideWords } from "../../words/decide";
import { days, money } from "../../words/intl";
import css from "./decide.module.css";
import { OverruleDialog } from "./OverruleDialog";
import { Way } from "./Way";
import { shortName } from "./words-of";

/** What an option costs and how long it takes alone, in words. */
function price(costs: CostsView | undefined, set: DecisionSet, option: Option): string {
	const way = costs?.choices.find((c) => c.set === set.set)?.ways.find((w) => w.option === set.options.indexOf(option));
	return costs && way ? `${money(way.cost, costs.currency)} · ${days(way.days)}` : "";
}

export interface WaysProps {
	view: JobView;
	set: DecisionSet;
	/** The one that stands: signed, else advised. */
	way: Parameters<typeof sameWay>[0];
	/** Nothing can be signed before something is measured. */
	open: boolean;
	costs: CostsView | undefined;
	/** Options by set that are being tried instead of the standing ones. */
	tried: Record<string, number>;
	onTry: (tried: Record<string, number>) => void;
}

/** Every way to do it, those that are not possible with why, and what the standing one leads to. */
export function Ways({ view, set, way, open, costs, tried, onTry }: WaysProps) {
	const { job } = view;
	const [overruling, setOverruling] = useState<Option>();
	const cracked = set.reasons.some((r) => r.code === "cracked");
	const cautions = set.reasons.filter((r) => roleOf(r) === "caution");
	const shown = set.options.find((o) => sameWay(o, way)) ?? set.options.find((o) => sameWay(o, set));
	const possible = set.options.filter((o) => o.feasible).sort((a, b) => Number(sameWay(b, set)) - Number(sameWay(a, set)));
	const impossible = set.options.filter((o) => !o.feasible);
	const line = (o: Option) => (
		<Way
			key={wayKey(o)}
			option={o}
			current={sameWay(o, way)}
			onOverrule={() => setOverruling(o)}
			locked={cracked || open}
			price={price(costs, set, o)}
			trying={tried[set.set] === set.options.indexOf(o)}
			onTry={() => onTry({ ...tried, [set.set]: set.options.indexOf(o) })}
			advised={o.feasible && sameWay(o, set)}
		/>
	);
	return (
		<>
			<Title order={2} size="h4">
				{decideWords.waysToDoIt}
			</Title>
			<Stack gap={0} my="xs">
				{possible.map(line)}
				{set.options.length === 0 ? <p className={look.soft}>{decideWords.measureWhatIsMissingFirstNothing}</p> : null}
			</Stack>
			{impossible.length > 0 ? (
				<details className={css.impossible} open={impossible.some((o) => sameWay(o, way))}>
					<summary>{decideWords.notPossibleAndWhy(impossible.length)}</summary>
					{impossible.map(line)}
				</details>
			) : null}
			{shown?.clearances && shown.clearances.length > 0 ? (
				<>
					<Title order={2} size="h4" mb={6}>
						{decideWords.clearanceAfterwards}
					</Title>
					<Windows
						title={decideWords.clearanceOfEachJournalInIts}
						system={job.unit}
						rows={shown.clearances.map((c) => ({
							label: c.rod ? `Rod ${c.rod}` : shortName(c.feature.kind, c.feature.number),
							min: c.clearance.min,
							max: c.clearance.max,
							window: c.window,
							inside: c.verdict !== "beyond",
						}))}
					/>
				</>
			) : null}
			{cracked ? <p className={look.soft}>{decideWords.aCrackIsNotOverruledA}</p> : null}
			{cautions.map((c) => (
				<p key={c.text} className={look.soft}>
					{c.text}
				</p>
			))}
			<p className={look.soft}>{decideWords.limitsOfThisJobsOwnCard(job.policy.limits)}</p>
			<OverruleDialog
				view={view}
				set={set.set}
				component={set.component}
				option={overruling}
				advice={set.says ?? ""}
				onClose={() => setOverruling(undefined)}
			/>
		</>
	);
}
