import { Button, Table, TextInput, Title } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import type { Instrument, StudyResult } from "../../api/gauges";
import { wordOf } from "../../api/table";
import { Plot } from "../../drawing/Plot";
import look from "../../look/look.module.css";
import { parse, show } from "../../quantity/length";
import { gaugesWords as words } from "../../words/gauges";
import { date } from "../../words/intl";

/** What the last repeatability study found, and the way to another. */
export function StudyPanel({ instrument: i }: { instrument: Instrument }) {
	return (
		<section className={look.panel} aria-label={words.study}>
			<Title order={2} size="h4">
				{words.study}
			</Title>
			{i.study ? <Result study={i.study} unit={i.facts.unit} /> : null}
			<Button component={Link} to={`/gauges/${i.id}/study`} variant="default" mt="sm">
				{words.beginStudy}
			</Button>
		</section>
	);
}

function Result({ study: s, unit }: { study: StudyResult; unit: "in" | "mm" }) {
	const [tolerance, setTolerance] = useState("");
	const read = parse(tolerance, unit);
	const size = (l: number) => `${(unit === "in" ? l / 254_000_000 : l / 10_000_000).toFixed(unit === "in" ? 7 : 5)} ${unit}`;
	const best = s.anova ?? s.range;
	const rows: [string, "repeatability" | "reproducibility" | "gauge" | "parts" | "total"][] = [
		[words.repeatability, "repeatability"],
		[words.reproducibility, "reproducibility"],
		[words.gauge, "gauge"],
		[words.ofParts, "parts"],
		[words.total, "total"],
	];
	const anova = s.anova;
	return (
		<>
			<p className={look.soft}>{words.studiedOn(date(s.deed.at ?? ""), s.deed.by ?? "")}</p>
			<div className={look.scroll}>
				<Table>
					<Table.Thead>
						<Table.Tr>
							<Table.Th />
							<Table.Th>{words.rangeMethod}</Table.Th>
							{anova ? <Table.Th>{words.anova}</Table.Th> : null}
						</Table.Tr>
					</Table.Thead>
					<Table.Tbody>
						{rows.map(([name, key]) => (
							<Table.Tr key={key}>
								<Table.Th scope="row">{name}</Table.Th>
								<Table.Td className={look.figure}>{size(s.range[key])}</Table.Td>
								{anova ? <Table.Td className={look.figure}>{size(anova[key])}</Table.Td> : null}
							</Table.Tr>
						))}
					</Table.Tbody>
				</Table>
			</div>
			{anova ? <p className={look.soft}>{(anova.pooled ? words.pooled : words.acts)(anova.p.toPrecision(2))}</p> : null}
			{best.categories > 0 ? <p>{words.categories(best.categories)}</p> : null}
			{(s.unknown ?? []).map((u) => (
				<div key={u} className={look.note}>
					{wordOf("study_lacks", u)}
				</div>
			))}
			<TextInput
				w={260}
				label={`${words.ofTolerance}, ${unit}`}
				value={tolerance}
				description={read.ok && read.length > 0 ? words.perCent(((600 * best.gauge) / read.length).toFixed(1)) : " "}
				inputWrapperOrder={["label", "input", "description"]}
				onChange={(e) => setTolerance(e.currentTarget.value)}
			/>
			<Plots study={s} unit={unit} />
		</>
	);
}

function Plots({ study: s, unit }: { study: StudyResult; unit: "in" | "mm" }) {
	const data = (s.deed.study ?? []) as number[][][];
	const hands = s.deed.hands ?? [];
	const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
	const text = (size: number) => show(Math.round(size), unit);
	return (
		<div className={look.twin}>
			<figure className={look.flush}>
				<Plot
					label={words.byHand}
					named
					joined
					show={text}
					lines={hands.map((name, h) => ({
						name,
						points: data.map((part, p) => ({ at: String(p + 1), size: mean(part[h] ?? [0]) })),
					}))}
				/>
				<figcaption className={look.soft}>{words.byHand}</figcaption>
			</figure>
			<figure className={look.flush}>
				<Plot
					label={words.byPart}
					joined={false}
					show={text}
					lines={[{ name: "all", points: data.flatMap((part, p) => part.flat().map((size) => ({ at: String(p + 1), size }))) }]}
				/>
				<figcaption className={look.soft}>{words.byPart}</figcaption>
			</figure>
			<figure className={look.flush}>
				<Plot
					label={words.rangeChart}
					named
					joined
					show={text}
					lines={hands.map((name, h) => ({
						name,
						points: ((s.ranges ?? []) as number[][]).map((part, p) => ({ at: String(p + 1), size: part[h] ?? 0 })),
					}))}
				/>
				<figcaption className={look.soft}>{words.rangeChart}</figcaption>
			</figure>
		</div>
	);
}
