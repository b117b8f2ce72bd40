import { Alert, Button, Group, Modal, Stack, Table, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { useMeasureNew } from "../../api/assembly";
import type { PartLine } from "../../api/client";
import { newId } from "../../api/id";
import { type Kind, plural } from "../../api/table";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { parse, show } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { KeyBar } from "../../ui/KeyBar";
import { useKey } from "../../ui/use-key";
import { standsWord, assemblyWords as words } from "../../words/assembly";
import { money } from "../../words/intl";
import css from "./assembly.module.css";
import { Frame, type Shown } from "./Frame";
import { countOf, moneyOf } from "./typed";
import type { Doing } from "./use-build";

/** What is bought: wanted, ordered, here, short, and measured before it goes in. */
export function PartsPlace() {
	return <Frame name={words.parts}>{(shown) => <Parts {...shown} />}</Frame>;
}

function Parts(shown: Shown) {
	const { view, build } = shown;
	const [told, setTold] = useState<PartLine | "new">();
	const short = view.parts.filter((p) => p.stands === "short");
	// The first line that waits for the key: ordered first, then here.
	const toOrder = view.parts.find((p) => p.stands === "to_order" && !underWay(build, p.key));
	const toCome = view.parts.find((p) => p.stands === "ordered" && !underWay(build, p.key));
	useKey("o", () => toOrder && build.act(order(toOrder)), toOrder !== undefined);
	useKey("a", () => toCome && build.act(arrive(toCome)), toCome !== undefined);
	return (
		<>
			<Group justify="space-between">
				<Title order={1}>{words.parts}</Title>
				<Button variant="default" onClick={() => setTold("new")}>
					{words.ownLine}
				</Button>
			</Group>
			{short.map((p) => (
				<Alert key={p.key} color="red" variant="light">
					<b className={css.large}>{words.missing(p.title, p.missing)}</b>
				</Alert>
			))}
			{view.parts.length === 0 ? (
				<p>{words.nothingToBuy}</p>
			) : (
				<div className={look.scroll}>
					<Table className={css.parts}>
						<Table.Thead>
							<Table.Tr>
								<Table.Th>{words.part}</Table.Th>
								<Table.Th>{words.wanted}</Table.Th>
								<Table.Th>{words.ordered}</Table.Th>
								<Table.Th>{words.arrived}</Table.Th>
								<Table.Th>{words.status}</Table.Th>
								<Table.Th />
							</Table.Tr>
						</Table.Thead>
						<Table.Tbody>
							{view.parts.map((p) => (
								<PartRow key={p.key} shown={shown} line={p} onTell={() => setTold(p)} />
							))}
						</Table.Tbody>
					</Table>
				</div>
			)}
			<Sorted {...shown} />
			<KeyBar
				keys={[
					["o", words.keyOrder(toOrder?.title ?? ""), toOrder !== undefined],
					["a", words.keyArrived(toCome?.title ?? ""), toCome !== undefined],
				]}
			/>
			{told ? (
				<PartDialog shown={shown} line={told === "new" ? undefined : told} build={build} onClose={() => setTold(undefined)} />
			) : null}
		</>
	);
}

/** Whether something said of a line is on its way. */
const underWay = (build: Shown["build"], key: string) => build.pending.some((e) => e.line === key);

const order = (p: PartLine): Doing => ({ what: "part", line: p.key, part: { ordered: p.count } });
const arrive = (p: PartLine): Doing => ({
	what: "part",
	line: p.key,
	part: { arrived: Math.max(p.count, p.facts.ordered ?? 0) + (p.facts.returned ?? 0) },
});

const STANDING = { to_order: "open", ordered: "unsure", short: "beyond", arrived: "within", dropped: "no_limit" } as const;

function PartRow({ shown, line: p, onTell }: { shown: Shown; line: PartLine; onTell: () => void }) {
	const { build, job } = shown;
	const f = p.facts;
	const about = [f.size, f.quality, f.number, f.supplier, f.price === undefined ? "" : money(f.price, "")].filter(Boolean);
	return (
		<Table.Tr>
			<Table.Th scope="row">
				<b className={css.title}>{p.title}</b> {p.code ? <span className={look.figure}>{p.code}</span> : null}
				<div className={look.soft}>{[p.what, ...about].filter(Boolean).join(" · ")}</div>
				{p.unwanted ? <div className={look.soft}>{words.noLongerAsked}</div> : null}
				{p.takes === undefined ? null : <div className={look.soft}>{words.takes(show(p.takes, job.job.unit))}</div>}
				<Measure shown={shown} line={p} />
			</Table.Th>
			<Table.Td className={look.figure}>{p.count}</Table.Td>
			<Table.Td className={look.figure}>{f.ordered ?? ""}</Table.Td>
			<Table.Td className={look.figure}>
				{f.arrived ?? ""}
				{f.returned ? ` − ${f.returned}` : ""}
			</Table.Td>
			<Table.Td>
				<StatusMark standing={STANDING[p.stands]} word={false} /> {standsWord(p)}
			</Table.Td>
			<Table.Td>
				<Group gap="xs" justify="flex-end" wrap="nowrap">
					{p.stands === "to_order" ? (
						<Button size="compact-sm" aria-label={words.orderIt(p.title)} onClick={() => build.act(order(p))}>
							{words.ordered}
						</Button>
					) : null}
					{p.stands === "ordered" || p.stands === "short" ? (
						<Button size="compact-sm" aria-label={words.cameIn(p.title)} onClick={() => build.act(arrive(p))}>
							{words.arrived}
						</Button>
					) : null}
					<Button size="compact-sm" variant="default" aria-label={words.tellOf(p.title)} onClick={onTell}>
						…
					</Button>
				</Group>
			</Table.Td>
		</Table.Tr>
	);
}

function Measure({ shown, line }: { shown: Shown; line: PartLine }) {
	const { job } = shown;
	const measure = useMeasureNew(job.job.id);
	const go = useNavigate();
	const open = (kind: Kind) =>
		measure.mutate(kind, { onSuccess: () => void go(`/jobs/${job.job.id}/bench/${kind}/1?state=new_part`) });
	return (
		<>
			<Group gap="xs">
				{line.measure.map((m) => (
					<Button
						key={m.kind}
						size="compact-sm"
						variant={m.done < m.of ? "filled" : "light"}
						loading={measure.isPending}
						onClick={() => open(m.kind)}
					>
						{words.measureThem(plural(m.kind).toLowerCase(), m.done, m.of)}
					</Button>
				))}
			</Group>
			<Failed error={measure.error} />
		</>
	);
}

/** Shells that were measured, each pair where its walls leave the most even clearances. */
function Sorted({ view, job }: Shown) {
	const unit = job.job.unit;
	return (
		<>
			{view.shells.map((s) => (
				<section key={s.kind} className={look.panel}>
					<Title order={2} size="h4">
						{words.sortedByWalls}
					</Title>
					<p className={look.flush}>
						{plural(s.kind)}:{" "}
						{words.sortedSays(show(s.least, unit), show(s.most, unit), s.before.map((b) => show(b, unit)).join(" – "))}
					</p>
					<Table>
						<Table.Thead>
							<Table.Tr>
								<Table.Th>{words.place}</Table.Th>
								<Table.Th>{words.pair}</Table.Th>
								<Table.Th>{words.clearance}</Table.Th>
							</Table.Tr>
						</Table.Thead>
						<Table.Tbody>
							{s.placed.map((p) => (
								<Table.Tr key={p.place}>
									<Table.Td>{p.place}</Table.Td>
									<Table.Td>{p.shell}</Table.Td>
									<Table.Td className={look.figure}>{show(p.clearance, unit)}</Table.Td>
								</Table.Tr>
							))}
						</Table.Tbody>
					</Table>
				</section>
			))}
		</>
	);
}

const TEXTS = ["name", "size", "quality", "number", "supplier"] as const;
const COUNTS = ["count", "ordered", "arrived", "returned"] as const;
type Typed = Record<(typeof TEXTS)[number] | (typeof COUNTS)[number] | "price" | "coating", string>;

interface PartDialogProps {
	shown: Shown;
	line: PartLine | undefined;
	build: Shown["build"];
	onClose: () => void;
}

/** Everything that is told of a line. */
function PartDialog({ shown, line, build, onClose }: PartDialogProps) {
	const unit = shown.job.job.unit;
	const f = line?.facts;
	const start: Typed = {
		name: f?.name ?? line?.title ?? "",
		size: f?.size ?? "",
		quality: f?.quality ?? "",
		number: f?.number ?? "",
		supplier: f?.supplier ?? "",
		count: String(line?.count ?? 1),
		ordered: f?.ordered === undefined ? "" : String(f.ordered),
		arrived: f?.arrived === undefined ? "" : String(f.arrived),
		returned: f?.returned === undefined ? "" : String(f.returned),
		price: f?.price === undefined ? "" : (f.price / 100).toFixed(2),
		coating: f?.coating === undefined ? "" : show(f.coating, unit),
	};
	const [typed, setTyped] = useState(start);
	const [errors, setErrors] = useState<Partial<Typed>>({});
	const label: Record<keyof Typed, string> = {
		name: words.what,
		size: words.size,
		quality: words.quality,
		number: words.number,
		supplier: words.supplier,
		count: words.howMany,
		ordered: words.ordered,
		arrived: words.arrived,
		returned: words.returned,
		price: words.price,
		coating: `${words.coating}, ${unit}`,
	};
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const wrong: Partial<Typed> = {};
		const part: PartLine["facts"] = {};
		for (const name of TEXTS) if (typed[name] !== start[name] || (name === "name" && !line)) part[name] = typed[name].trim();
		for (const name of COUNTS) {
			const value = countOf(typed[name]);
			if (value === null) wrong[name] = words.wrongNumber;
			else if (typed[name] !== start[name] || (name === "count" && !line)) part[name] = value ?? 0;
		}
		const price = moneyOf(typed.price);
		if (price === null) wrong.price = words.wrongNumber;
		else if (typed.price !== start.price) part.price = price ?? 0;
		if (typed.coating !== start.coating) {
			const parsed = parse(typed.coating || "0", unit);
			if (parsed.ok) part.coating = parsed.length;
			else wrong.coating = parsed.sentence;
		}
		if (!line && typed.name.trim() === "") wrong.name = words.what;
		setErrors(wrong);
		if (Object.keys(wrong).length > 0) return;
		build.act({ what: "part", line: line?.key ?? `own/${newId()}`, part });
		onClose();
	};
	return (
		<Modal opened onClose={onClose} title={line?.title ?? words.addPart} closeButtonProps={{ "aria-label": words.cancel }}>
			<form onSubmit={submit}>
				<Stack gap="sm">
					<div className={css.fields}>
						{([...TEXTS, ...COUNTS, "price", "coating"] as const).map((name, i) => (
							<TextInput
								key={name}
								label={label[name]}
								value={typed[name]}
								error={errors[name]}
								data-autofocus={i === 0 || undefined}
								onChange={(e) => {
									const value = e.currentTarget.value;
									setTyped((t) => ({ ...t, [name]: value }));
								}}
							/>
						))}
					</div>
					<Group>
						<Button type="submit">{words.saveLine}</Button>
						{line ? (
							<Button
								variant="subtle"
								color="red"
								onClick={() => {
									build.act({ what: "part", line: line.key, part: { dropped: line.stands !== "dropped" } });
									onClose();
								}}
							>
								{words.notWanted}
							</Button>
						) : null}
					</Group>
				</Stack>
			</form>
		</Modal>
	);
}
