import { Button, Group, Modal, Stack, Table, Textarea, Title } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import { useRetire, useTakeOff } from "../../api/changes";
import type { Component, JobView } from "../../api/client";
import { newId } from "../../api/id";
import { titleOf } from "../../api/table";
import look from "../../look/look.module.css";
import { date } from "../../words/intl";
import { jobWords } from "../../words/job";
import { componentName, who } from "../../words/trade";

/** What the job is made of, where there are two of a sort or one is retired: which is in the engine, which lies beside it. */
export function Components({ view }: { view: JobView }) {
	const sorts = [...new Set(view.components.map((c) => c.of))].filter((of) => {
		const all = view.components.filter((c) => c.of === of);
		return all.length > 1 || all.some((c) => c.tag !== "" || c.retired);
	});
	if (sorts.length === 0) return null;
	return (
		<section className={look.panel} aria-label={jobWords.components}>
			<Group justify="space-between" mb="xs">
				<Title order={2} size="h4">
					{view.stand_in ? jobWords.onlyTheIsShownHere(view.stand_in.of, view.stand_in.tag) : jobWords.moreThanOneOfASort}
				</Title>
				<Link to={`/jobs/${view.job.id}/components`} className={look.link}>
					{jobWords.sideBySide}
				</Link>
			</Group>
			<ComponentTable view={view} shown={view.components.filter((c) => sorts.includes(c.of))} />
		</section>
	);
}

interface ComponentTableProps {
	view: JobView;
	shown: Component[];
	/** Puts another in the place of one. */
	onReplace?: (component: Component) => void;
}

/** Components with where they stand, and what can become of them. */
export function ComponentTable({ view, shown, onReplace }: ComponentTableProps) {
	const [retiring, setRetiring] = useState<Component>();
	const retire = useRetire(view.job.id);
	const off = useTakeOff(view.job.id);
	const failed = off.error ?? (retiring ? undefined : retire.error);
	return (
		<>
			<div className={look.scroll}>
				<Table>
					<Table.Tbody>
						{shown.map((c) => (
							<Table.Tr key={c.id}>
								<Table.Th scope="row">
									{componentName(c)}
									{c.stamp ? <span className={look.soft}> {jobWords.stamped(c.stamp)}</span> : null}
								</Table.Th>
								<Table.Td className={look.soft}>{titleOf("origin", c.origin)}</Table.Td>
								<Table.Td>
									<Standing view={view} component={c} />
								</Table.Td>
								<Table.Td>
									{view.job.closed_at ? null : c.retired ? (
										<Act
											words={jobWords.takeItBack}
											of={c}
											onClick={() => retire.mutate({ component: c.id, id: newId(), retired: false })}
										/>
									) : (
										<Group gap={2}>
											{onReplace ? <Act words={jobWords.replaceIt} of={c} onClick={() => onReplace(c)} /> : null}
											<Act words={jobWords.retire} of={c} onClick={() => setRetiring(c)} />
											{onReplace ? <Act words={jobWords.takeItOff} of={c} onClick={() => off.mutate(c.id)} /> : null}
										</Group>
									)}
								</Table.Td>
							</Table.Tr>
						))}
					</Table.Tbody>
				</Table>
			</div>
			{failed ? <p className={look.wrong}>{failed.message}</p> : null}
			{retiring ? <RetireDialog view={view} component={retiring} onClose={() => setRetiring(undefined)} /> : null}
		</>
	);
}

function Act({ words, of, onClick }: { words: string; of: Component; onClick: () => void }) {
	return (
		<Button variant="subtle" size="compact-sm" onClick={onClick} aria-label={jobWords.actOn(words, componentName(of))}>
			{words}
		</Button>
	);
}

function Standing({ view, component: c }: { view: JobView; component: Component }) {
	if (c.retired) {
		const instead = view.components.find((o) => o.id === c.retired?.for);
		return (
			<>
				{jobWords.retiredBy(
					who(c.retired.said_by, c.retired.from_file),
					date(c.retired.said_at),
					instead && componentName(instead),
					c.retired.reason ? `: “${c.retired.reason}”` : "",
				)}
			</>
		);
	}
	const standing = view.components.find((o) => o.of === c.of && !o.retired)?.id === c.id;
	const here = view.stand_in ? view.stand_in.of === c.of && view.stand_in.tag === c.tag : standing;
	const words = standing ? jobWords.inTheEngine : jobWords.besideItJudgedOnItsOwn;
	if (here) return <b>{words}</b>;
	const search = standing ? "" : `?${new URLSearchParams({ of: c.of, tag: c.tag })}`;
	return (
		<Link to={`/jobs/${view.job.id}${search}`} className={look.link}>
			{words}
		</Link>
	);
}

interface RetireDialogProps {
	view: JobView;
	component: Component;
	onClose: () => void;
}

/** Says why a component is not built in; where another of its sort is there, that one takes its place. */
function RetireDialog({ view, component, onClose }: RetireDialogProps) {
	const retire = useRetire(view.job.id);
	const [reason, setReason] = useState("");
	const instead = view.components.find((c) => c.of === component.of && c.id !== component.id && !c.retired);
	const send = () =>
		retire.mutate(
			{ component: component.id, id: newId(), retired: true, reason, ...(instead ? { for: instead.id } : {}) },
			{ onSuccess: onClose },
		);
	return (
		<Modal
			opened
			onClose={onClose}
			title={jobWords.retire3(componentName(component))}
			closeButtonProps={{ "aria-label": "Close" }}
		>
			<Stack>
				<div>{jobWords.everythingMeasuredOfItAndDecided(instead && componentName(instead))}</div>
				<Textarea
					label={jobWords.why}
					autosize
					minRows={2}
					data-autofocus
					value={reason}
					onChange={(e) => setReason(e.currentTarget.value)}
					error={retire.error?.message}
				/>
				<Group justify="flex-end">
					<Button variant="default" onClick={onClose}>
						{jobWords.cancel}
					</Button>
					<Button onClick={send} loading={retire.isPending} disabled={reason.trim() === ""}>
						{jobWords.retireIt}
					</Button>
				</Group>
			</Stack>
		</Modal>
	);
}
