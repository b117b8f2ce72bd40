import { Alert, Button, Stack, Title } from "@mantine/core";
import { Link } from "react-router";
import type { CostsView, JobView } from "../../api/client";
import { decidedSets } from "../../api/view";
import { setName, wayName } from "../../words/trade";
import { Tradeoff } from "../../drawing/Tradeoff";
import { day, days, money } from "../../words/intl";

export interface TotalProps {
	view: JobView;
	costs: CostsView;
	/** Whether other ways than the standing ones are being tried. */
	trying: boolean;
	onTry: (options: Record<string, number>) => void;
}

/** What the whole job costs and when it is ready as chosen, and the combinations that are not worse in everything. */
export function Total({ view, costs, trying, onTry }: TotalProps) {
	if (!costs.entered) {
		return (
			<p className="soft">
				Costs and dates appear once the shop has a <Link to="/rates">rate card</Link>.
			</p>
		);
	}
	if (costs.choices.length === 0) return null;
	const open = decidedSets(view).length - costs.choices.length;
	const same = (options: number[]) => options.every((o, i) => o === costs.chosen[i]);
	const pick = (i: number) => {
		const options = costs.combos[i]?.options ?? [];
		onTry(Object.fromEntries(costs.choices.map((c, n) => [c.set, options[n] ?? 0])));
	};
	const name = (options: number[]) =>
		costs.choices
			.map((c, n) => {
				const option = decidedSets(view).find((s) => s.set === c.set)?.options[options[n] ?? 0];
				return option && options[n] !== costs.combos[0]?.options[n]
					? `${setName(c.set)}: ${wayName(option, view.job.unit, c.set).toLowerCase()}`
					: "";
			})
			.filter(Boolean)
			.join("; ") || "the cheapest";
	return (
		<section aria-label="The whole job">
			<Title order={2} size="h4">
				The whole job
			</Title>
			<div aria-live="polite">
				<b className="figure" style={{ fontSize: "1.35rem" }}>
					{money(costs.cost, costs.currency)}
				</b>
				<div>
					ready <b>{day(costs.ready)}</b>
					{view.job.promised_on ? <span className="soft">, promised {day(view.job.promised_on)}</span> : null}
				</div>
			</div>
			{costs.late ? (
				<Alert color="orange" variant="light" p="xs" my={6} styles={{ message: { color: "var(--ink)" } }}>
					Later than promised: tell the customer, or choose another way.
				</Alert>
			) : null}
			{costs.unpriced.length > 0 ? (
				<div className="wrong">
					Without {costs.unpriced.join(", ").toLowerCase()}: the <Link to="/rates">rate card</Link> has no price for it.
				</div>
			) : null}
			{open > 0 ? <div className="soft">Without {open === 1 ? "one set" : `${open} sets`} still to be measured.</div> : null}
			{trying ? (
				<Button size="compact-md" variant="default" my={6} onClick={() => onTry({})}>
					Back to what is signed or advised
				</Button>
			) : null}
			{costs.combos.length > 1 ? (
				<>
					<Tradeoff
						title={`${costs.combos.length} combinations: cost against working days`}
						costLabel={(c) => money(c, "")}
						points={costs.combos.map((c) => ({
							...c,
							chosen: same(c.options),
							label: `${money(c.cost, costs.currency)}, ${days(c.days)}: ${name(c.options)}`,
						}))}
						onPick={pick}
					/>
					<details>
						<summary className="soft">
							{costs.combos.length} best combinations, of {costs.tried + costs.pruned}
							{costs.pruned > 0 ? `; ${costs.pruned} left out: worse in everything, or too many` : ""}
						</summary>
						<Stack gap={2} mt={4}>
							{costs.combos.map((c, i) => (
								<button
									key={c.options.join()}
									type="button"
									className="choice"
									aria-pressed={same(c.options)}
									onClick={() => pick(i)}
								>
									<span className="figure">{money(c.cost, costs.currency)}</span>, ready {day(c.ready)}
									<span className="soft" style={{ display: "block" }}>
										{name(c.options)}
									</span>
								</button>
							))}
						</Stack>
					</details>
				</>
			) : null}
			<details>
				<summary className="soft">What is done when</summary>
				<table className="readings">
					<tbody>
						{costs.slots.map((s) => (
							<tr key={`${s.title} ${s.from} ${s.count}`}>
								<td>
									{s.title}
									{s.count > 1 ? ` × ${s.count}` : ""}
									<div className="soft">
										{s.part
											? `comes ${day(s.ends)}`
											: `${s.outside ? "outside, " : ""}${day(s.begins)}${s.begins === s.ends ? "" : ` to ${day(s.ends)}`}`}
									</div>
								</td>
								<td className="figure" style={{ textAlign: "right" }}>
									{money(s.cost, "")}
								</td>
							</tr>
						))}
					</tbody>
				</table>
			</details>
		</section>
	);
}
