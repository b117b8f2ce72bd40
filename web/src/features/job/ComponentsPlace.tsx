import { Button, Group, Modal, Select, Stack, Table, Textarea, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { useAddComponent, useReplaceComponent } from "../../api/changes";
import { type Component, type JobView, Refusal } from "../../api/client";
import { newId } from "../../api/id";
import { compareQuery, jobQuery } from "../../api/queries";
import { choicesOf } from "../../api/table";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { day, money } from "../../words/intl";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { capital, componentName, setName } from "../../words/trade";
import { ComponentTable } from "./Components";

type Sort = Component["of"];
const SORTS: Sort[] = ["block", "crankshaft", "rods", "pistons", "camshaft"];

/** What a job is made of: what came, what lies beside it or took its place, and two of a sort side by side with prices. */
export function ComponentsPlace() {
	const id = Number(useParams().id);
	return <Load query={useQuery(jobQuery(id))}>{(view) => <ComponentsBoard view={view} />}</Load>;
}

function ComponentsBoard({ view }: { view: JobView }) {
	const { job } = view;
	const [asked, ask] = useSearchParams();
	const wanted = asked.get("replace");
	// Who comes from a decision to replace finds the dialog open.
	const replacing = view.components.find((c) => !c.retired && (c.id === wanted || (c.of === wanted && inEngine(view, c))));
	const sorts = [...new Set(view.components.map((c) => c.of))];
	return (
		<>
			<Bar
				trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: `/jobs/${job.id}` }, { text: placeWords.components }]}
			/>
			<main className={look.page}>
				<Stack gap="lg">
					<Title order={1}>{placeWords.components}</Title>
					<ComponentTable view={view} shown={view.components} onReplace={(c) => ask({ replace: c.id }, { replace: true })} />
					{job.closed_at ? null : (
						<>
							<CameLater view={view} />
							<Beside view={view} />
						</>
					)}
					{sorts
						.filter((of) => view.components.filter((c) => c.of === of && !c.retired).length > 1)
						.map((of) => (
							<SideBySide key={of} view={view} of={of} />
						))}
					{replacing && !job.closed_at ? (
						<ReplaceDialog view={view} component={replacing} onClose={() => ask({}, { replace: true })} />
					) : null}
				</Stack>
			</main>
		</>
	);
}

/** Whether a component is the one in the engine: the first of its sort that is not retired. */
const inEngine = (view: JobView, c: Component) => view.components.find((o) => o.of === c.of && !o.retired)?.id === c.id;

/** What came in after the job was started, or was forgotten. */
function CameLater({ view }: { view: JobView }) {
	const add = useAddComponent(view.job.id);
	const there = view.components.map((c) => c.of);
	const missing = SORTS.filter((of) => !there.includes(of));
	if (missing.length === 0) return null;
	return (
		<section aria-label={jobWords.cameInLater}>
			<Group gap="xs">
				<b>{jobWords.cameInLater}</b>
				{missing.map((of) => (
					<Button
						key={of}
						variant="default"
						size="compact-md"
						onClick={() => add.mutate({ id: newId(), of, tag: "", origin: "came" })}
					>
						{componentName({ of, tag: "" })}
					</Button>
				))}
			</Group>
			<Failed error={add.error} mt="xs" />
		</section>
	);
}

interface Spare {
	tag: string;
	origin: "spare" | "bought";
	stamp: string;
}

/** What tells a spare from its like. */
function SpareFields({ spare, error, onChange }: { spare: Spare; error: Error | null; onChange: (spare: Spare) => void }) {
	const wrong = error instanceof Refusal ? error.places.tag : undefined;
	return (
		<Group align="flex-start">
			<TextInput
				label={jobWords.itsName}
				placeholder={jobWords.tellsItFromItsLike}
				maxLength={40}
				value={spare.tag}
				error={wrong}
				onChange={(e) => onChange({ ...spare, tag: e.currentTarget.value })}
			/>
			<Select
				label={jobWords.itsOrigin}
				w={150}
				allowDeselect={false}
				data={[...choicesOf("origin", ["spare", "bought"])]}
				value={spare.origin}
				onChange={(origin) => onChange({ ...spare, origin: origin === "bought" ? "bought" : "spare" })}
			/>
			<TextInput
				label={jobWords.stampedOnIt}
				w={150}
				maxLength={40}
				value={spare.stamp}
				onChange={(e) => onChange({ ...spare, stamp: e.currentTarget.value })}
			/>
		</Group>
	);
}

const SPARE: Spare = { tag: "spare", origin: "spare", stamp: "" };

/** Another core beside one, measured as that was planned and judged on its own. */
function Beside({ view }: { view: JobView }) {
	const add = useAddComponent(view.job.id);
	const sorts = SORTS.filter((of) => view.components.some((c) => c.of === of));
	const [of, setOf] = useState<Sort>(sorts.includes("crankshaft") ? "crankshaft" : (sorts[0] ?? "block"));
	const [spare, setSpare] = useState(SPARE);
	return (
		<form
			aria-label={jobWords.anotherBesideIt}
			onSubmit={(event) => {
				event.preventDefault();
				add.mutate({ id: newId(), of, ...spare }, { onSuccess: () => setSpare(SPARE) });
			}}
		>
			<Title order={2} size="h4" mb="xs">
				{jobWords.anotherBesideIt}
			</Title>
			<Group align="flex-start">
				<Select
					label={jobWords.what}
					w={170}
					allowDeselect={false}
					data={sorts.map((value) => ({ value, label: componentName({ of: value, tag: "" }) }))}
					value={of}
					onChange={(v) => setOf(SORTS.find((s) => s === v) ?? of)}
				/>
				<SpareFields spare={spare} error={add.error} onChange={setSpare} />
			</Group>
			<Button type="submit" variant="default" mt="sm" loading={add.isPending}>
				{jobWords.putItBeside}
			</Button>
			{add.error instanceof Refusal && add.error.places.tag ? null : <Failed error={add.error} mt="xs" />}
		</form>
	);
}

/** Puts a spare in the place of a component, which is retired with everything measured of it. */
function ReplaceDialog({ view, component, onClose }: { view: JobView; component: Component; onClose: () => void }) {
	const replace = useReplaceComponent(view.job.id);
	const [spare, setSpare] = useState(SPARE);
	const [reason, setReason] = useState("");
	const send = () =>
		replace.mutate(
			{ component: component.id, id: newId(), retirement: newId(), of: component.of, ...spare, reason },
			{ onSuccess: onClose },
		);
	return (
		<Modal
			opened
			onClose={onClose}
			size="lg"
			title={jobWords.replaceBy(componentName(component))}
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<Stack>
				<div>{jobWords.whatReplacingDoes(componentName(component))}</div>
				<SpareFields spare={spare} error={replace.error} onChange={setSpare} />
				<Textarea
					label={jobWords.why}
					autosize
					minRows={2}
					data-autofocus
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
				/>
				<Failed error={replace.error} />
				<Group justify="flex-end">
					<Button variant="default" onClick={onClose}>
						{jobWords.cancel}
					</Button>
					<Button onClick={send} loading={replace.isPending} disabled={reason.trim() === "" || spare.tag.trim() === ""}>
						{jobWords.putInItsPlace}
					</Button>
				</Group>
			</Stack>
		</Modal>
	);
}

/** Two or more of a sort: what would be done with each, for how much and by when. */
function SideBySide({ view, of }: { view: JobView; of: Sort }) {
	const query = useQuery(compareQuery(view.job.id, of));
	return (
		<section aria-label={jobWords.compared(componentName({ of, tag: "" }))}>
			<Title order={2} size="h4" mb="xs">
				{jobWords.compared(componentName({ of, tag: "" }))}
			</Title>
			<Load query={query}>
				{({ candidates, currency }) => {
					const sets = [...new Set(candidates.flatMap((c) => c.sets.map((s) => s.set)))];
					return (
						<div className={look.scroll}>
							<Table>
								<Table.Thead>
									<Table.Tr>
										<Table.Td />
										{candidates.map((c) => (
											<Table.Th key={c.component.id} scope="col">
												<Link
													className={look.link}
													to={`/jobs/${view.job.id}${inEngine(view, c.component) ? "" : `?${new URLSearchParams({ of, tag: c.component.tag })}`}`}
												>
													{componentName(c.component)}
												</Link>
											</Table.Th>
										))}
									</Table.Tr>
								</Table.Thead>
								<Table.Tbody>
									<Table.Tr>
										<Table.Th scope="row">{jobWords.measured}</Table.Th>
										{candidates.map((c) => (
											<Table.Td key={c.component.id}>{jobWords.partsMeasured(c.measured, c.parts, c.beyond)}</Table.Td>
										))}
									</Table.Tr>
									{sets.map((set) => (
										<Table.Tr key={set}>
											<Table.Th scope="row">{setName(set)}</Table.Th>
											{candidates.map((c) => {
												const s = c.sets.find((one) => one.set === set);
												return (
													<Table.Td key={c.component.id}>
														{s ? (
															<>
																<b>{capital(s.says)}</b>
																{s.provisional ? `, ${jobWords.provisional}` : ""}
																<div className={look.soft}>{s.why}</div>
															</>
														) : (
															"–"
														)}
													</Table.Td>
												);
											})}
										</Table.Tr>
									))}
									<Table.Tr>
										<Table.Th scope="row">{jobWords.itsCost}</Table.Th>
										{candidates.map((c) => (
											<Table.Td key={c.component.id}>
												{c.cost === undefined ? (
													<span className={look.soft}>{currency ? jobWords.notSettled : jobWords.noRates}</span>
												) : (
													<>
														<b className={look.figure}>{money(c.cost, currency ?? "")}</b>{" "}
														{c.ready ? jobWords.readyOn(day(c.ready), c.late ?? false) : null}
														{c.unpriced.length > 0 ? <div className={look.soft}>{jobWords.withoutPrice(c.unpriced)}</div> : null}
													</>
												)}
											</Table.Td>
										))}
									</Table.Tr>
								</Table.Tbody>
							</Table>
						</div>
					);
				}}
			</Load>
		</section>
	);
}
