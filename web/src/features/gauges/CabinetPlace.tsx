import { Alert, Button, Group, Stack, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { cabinetQuery, type Instrument } from "../../api/gauges";
import { newId } from "../../api/id";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { gaugesWords as words } from "../../words/gauges";
import { date } from "../../words/intl";
import { placeWords } from "../../words/places";
import { ChecksPanel } from "./ChecksPanel";
import { Doubts } from "./Doubts";
import { FactsForm } from "./FactsForm";
import css from "./gauges.module.css";
import { LinkPanel } from "./LinkPanel";
import { ServicePanel } from "./ServicePanel";
import { SpreadPanel } from "./SpreadPanel";
import { StudyPanel } from "./StudyPanel";

/** The shop's instruments: what they are, what their checks found, how far to trust them. */
export function CabinetPlace() {
	const { instrument } = useParams();
	return (
		<Load query={useQuery(cabinetQuery)}>
			{(list) => (
				<>
					<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: words.cabinet }]} />
					<Cabinet key={instrument ?? ""} list={list} chosen={list.find((i) => i.id === instrument) ?? list[0]} />
				</>
			)}
		</Load>
	);
}

function Cabinet({ list, chosen }: { list: Instrument[]; chosen: Instrument | undefined }) {
	const [adding, setAdding] = useState(false);
	const go = useNavigate();
	return (
		<div className={`${look.columns} ${look.walk} ${look.inside}`}>
			<nav aria-label={words.cabinet}>
				<Stack gap={2}>
					{list.map((i) => (
						<Link
							key={i.id}
							to={`/gauges/${i.id}`}
							className={`${look.choice} ${look.set} ${css.instrument}`}
							aria-current={!adding && i.id === chosen?.id}
						>
							<b>{i.facts.name}</b> <span className={css.tag}>{i.facts.tag}</span>
							<div className={look.soft}>
								<StatusMark standing={standing(i)} word={false} /> {says(i)}
							</div>
						</Link>
					))}
				</Stack>
				<Button mt="md" fullWidth variant="default" onClick={() => setAdding(true)}>
					{words.add}
				</Button>
				{list.length > 0 ? (
					<Button mt="xs" fullWidth variant="subtle" component="a" href="/api/v1/instruments.csv" download>
						{words.asCsv}
					</Button>
				) : null}
			</nav>
			<main>
				{adding || !chosen ? (
					<Stack gap="md" maw={820}>
						<Title order={1}>{chosen ? words.add : words.cabinet}</Title>
						{chosen ? null : <p className={look.flush}>{words.none}</p>}
						<FactsForm
							id={newId()}
							onDone={(made) => {
								// The form stays until the new one is there: no other shows in between.
								if (made) void go(`/gauges/${made}`);
								else setAdding(false);
							}}
						/>
					</Stack>
				) : (
					<One instrument={chosen} />
				)}
			</main>
		</div>
	);
}

const standing = (i: Instrument) => (i.out || i.doubts.length > 0 ? "beyond" : i.overdue ? "unsure" : "within");

function says(i: Instrument): string {
	if (i.out) return words.outOfService(i.out.reason ?? "");
	if (i.overdue) return words.overdue;
	return i.facts.due ? words.dueOn(date(`${i.facts.due}T12:00`)) : words.inService;
}

function One({ instrument: i }: { instrument: Instrument }) {
	const [editing, setEditing] = useState(false);
	return (
		<Stack gap="md" maw={980}>
			<Group justify="space-between">
				<Title order={1}>
					{i.facts.name} <span className={look.soft}>{i.facts.tag}</span>
				</Title>
				<Group>
					<Button variant="default" component="a" href={`/api/v1/instruments/${i.id}/label.pdf`} target="_blank">
						{words.label}
					</Button>
					<Button variant="default" onClick={() => setEditing(!editing)}>
						{words.edit}
					</Button>
				</Group>
			</Group>
			{i.out ? <Alert color="red">{words.outOfService(i.out.reason ?? "")}</Alert> : null}
			<Doubts instrument={i} />
			{editing ? <FactsForm id={newId()} instrument={i} onDone={() => setEditing(false)} /> : null}
			<ChecksPanel instrument={i} />
			<SpreadPanel instrument={i} />
			<StudyPanel instrument={i} />
			<LinkPanel key={i.link?.port ?? ""} instrument={i} />
			<ServicePanel instrument={i} />
		</Stack>
	);
}
