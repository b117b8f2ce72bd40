import { Alert, Button, Stack, Table, Title } from "@mantine/core";
import { Link } from "react-router";
import type { CostsView, DecidedView } from "../../api/client";
import { Tradeoff } from "../../drawing/Tradeoff";
import look from "../../look/look.module.css";
import { decideWords } from "../../words/decide";
import { day, days, list, money } from "../../words/intl";
import { Rich } from "../../words/Rich";
import { setName } from "../../words/trade";
import css from "./decide.module.css";

export interface TotalProps {
	view: DecidedView;
	costs: CostsView;
	/** Whether other ways than the standing ones are being tried. */
	trying: boolean;
	onTry: (options: Record<string, number>) => void;
}

/** What the whole job costs and when it is ready as chosen, and the combinations that are not worse in everything. */
export function Total({ view, costs, trying, onTry }: TotalProps) {
	if (!costs.entered) {
		return (
			<p className={look.soft}>
				<Rich text={decideWords.costsAndDatesAppearOnceThe} card={<Link to="/rates">{decideWords.rateCard}</Link>} />
			</p>
		);
	}
	if (costs.choices.length === 0) return null;
	const open = view.decided.sets.length - costs.choices.length;
	const same = (options: number[]) => options.every((o, i) => o === costs.chosen[i]);
	const pick = (i: number) => {
		const options = costs.combos[i]?.options ?? [];
		onTry(Object.fromEntries(costs.choices.map((c, n) => [c.set, options[n] ?? 0])));
	};
	const name = (options: number[]) =>
		costs.choices
			.map((c, n) => {
				const option = view.decided.sets.find((s) => s.set === c.set)?.options[options[n] ?? 0];
				return option && options[n] !== costs.combos[0]?.options[n] ? `${setName(c.set)}: ${option.says}` : "";
			})
			.filter(Boolean)
			.join("; ") || "the cheapest";
	return (
		<section aria-label={decideWords.theWholeJob}>
			<Title order={2} size="h4">
				{decideWords.theWholeJob}
			</Title>
			<div aria-live="polite">
				<b className={`${look.figure} ${css.sum}`}>{money(costs.cost, costs.currency)}</b>
				<div>
					<Rich
						text={view.job.promised_on ? decideWords.readyAndPromised : decideWords.ready}
						day={<b>{day(costs.ready)}</b>}
						promised={view.job.promised_on ? <span className={look.soft}>{day(view.job.promised_on)}</span> : null}
					/>
				</div>
			</div>
			{costs.late ? (
				<Alert color="orange" variant="light" p="xs" my={6}>
					{decideWords.laterThanPromisedTellTheCustomer}
				</Alert>
			) : null}
			{costs.unpriced.length > 0 ? (
				<div className={look.wrong}>
					<Rich
						text={decideWords.unpriced}
						work={list(costs.unpriced).toLowerCase()}
						card={<Link to="/rates">{decideWords.rateCard}</Link>}
					/>
				</div>
			) : null}
			{open > 0 ? <div className={look.soft}>{decideWords.withoutStillToBeMeasured(open)}</div> : null}
			{trying ? (
				<Button size="compact-md" variant="default" my={6} onClick={() => onTry({})}>
					{decideWords.backToWhatIsSignedOr}
				</Button>
			) : null}
			{costs.combos.length > 1 ? (
				<>
					<Tradeoff
						title={decideWords.combinationsCostAgainstWorkingDays(costs.combos.length)}
						costLabel={(c) => money(c, "")}
						points={costs.combos.map((c) => ({
							...c,
							chosen: same(c.options),
							label: `${money(c.cost, costs.currency)}, ${days(c.days)}: ${name(c.options)}`,
						}))}
						onPick={pick}
					/>
					<details>
						<summary className={look.soft}>
							{decideWords.bestCombinationsOf(costs.combos.length, costs.tried + costs.pruned, costs.pruned)}
						</summary>
						<Stack gap={2} mt={4}>
							{costs.combos.map((c, i) => (
								<button
									key={c.options.join()}
									type="button"
									className={look.choice}
									aria-pressed={same(c.options)}
									onClick={() => pick(i)}
								>
									<Rich
										text={decideWords.comboReady}
										cost={<span className={look.figure}>{money(c.cost, costs.currency)}</span>}
										day={day(c.ready)}
									/>
									<span className={`${look.soft} ${css.ownLine}`}>{name(c.options)}</span>
								</button>
							))}
						</Stack>
					</details>
				</>
			) : null}
			<details>
				<summary className={look.soft}>{decideWords.whatIsDoneWhen}</summary>
				<Table>
					<Table.Tbody>
						{costs.slots.map((s) => (
							<Table.Tr key={`${s.title} ${s.from} ${s.count}`}>
								<Table.Td>
									{s.title}
									{s.count > 1 ? ` × ${s.count}` : ""}
									<div className={look.soft}>
										{s.part ? decideWords.comes(day(s.ends)) : decideWords.slot(s.outside, day(s.begins), day(s.ends))}
									</div>
								</Table.Td>
								<Table.Td className={`${look.figure} ${look.right}`}>{money(s.cost, "")}</Table.Td>
							</Table.Tr>
						))}
					</Table.Tbody>
				</Table>
			</details>
		</section>
	);
}
