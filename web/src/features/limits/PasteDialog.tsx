import { Button, Group, Modal, Select, Table, Textarea, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type LimitTable, limitTableQuery } from "../../api/cards";
import type { Limits } from "../../api/client";
import { isKind, limitRows, plural } from "../../api/table";
import look from "../../look/look.module.css";
import type { System } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { limitsWords } from "../../words/limits";
import { limitedKinds } from "./card";

export interface PasteDialogProps {
	/** What was pasted; empty where it is still to be. */
	text: string;
	unit: System;
	onClose: () => void;
	onTake: (limits: Record<string, Limits>) => void;
}

type Cell = LimitTable["cells"][number];

/** Limits from a spreadsheet's clipboard: what each value is taken for, and what nobody understood, settled one by one before any is taken. */
export function PasteDialog({ text: pasted, unit, onClose, onTake }: PasteDialogProps) {
	const [text, setText] = useState(pasted);
	const [heads, setHeads] = useState<Record<string, string>>({});
	const [cells, setCells] = useState<Record<string, string>>({});
	const [sure, setSure] = useState<string[]>([]);
	const read = useQuery(limitTableQuery({ text, unit, heads, cells, sure }));
	const table = read.data;
	const go = useRef<HTMLButtonElement>(null);
	const ready = pasted !== "" && table?.limits !== undefined;
	useEffect(() => {
		if (ready) go.current?.focus(); // what is understood is taken by Enter
	}, [ready]);
	const taken = table?.cells.filter((c) => !c.says && !c.left) ?? [];
	const settle = (cell: Cell, to: string) => setCells((all) => ({ ...all, [cell.at]: to }));
	return (
		<Modal opened onClose={onClose} size="xl" title={limitsWords.fromASpreadsheet} closeButtonProps={{ "aria-label": "Close" }}>
			<form
				onSubmit={(event) => {
					event.preventDefault();
					event.stopPropagation(); // the form around it saves
					if (table?.limits && taken.length > 0) onTake(table.limits);
				}}
			>
				{pasted ? null : (
					<Textarea
						label={limitsWords.pasteHere}
						description={limitsWords.aRowAPart}
						autosize
						minRows={3}
						maxRows={8}
						data-autofocus
						value={text}
						onChange={(e) => setText(e.currentTarget.value)}
						mb="sm"
					/>
				)}
				<Failed error={read.error} />
				{table && text.trim() !== "" ? (
					<>
						<p aria-live="polite">
							<b>{limitsWords.understood(taken.length)}</b> {table.open > 0 ? limitsWords.toSettle(table.open) : ""}
						</p>
						{table.open > 0 ? (
							<Table>
								<Table.Tbody>
									{table.heads.map((head) => (
										<Table.Tr key={head.at}>
											<Table.Td className={look.soft}>{limitsWords.at(head.at)}</Table.Td>
											<Table.Td>{head.says}</Table.Td>
											<Table.Td>
												<HeadChoice wants={head.wants} onChoose={(to) => setHeads((all) => ({ ...all, [head.at]: to }))} />
											</Table.Td>
											<Table.Td>
												<LeaveOut onLeave={() => setHeads((all) => ({ ...all, [head.at]: "-" }))} />
											</Table.Td>
										</Table.Tr>
									))}
									{table.cells
										.filter((c) => c.says && !c.left)
										.map((cell) => (
											<CellRow
												key={cell.at}
												cell={cell}
												text={cells[cell.at] ?? cell.text}
												onSettle={(to) => settle(cell, to)}
												onSure={() => setSure((all) => [...all, cell.at])}
											/>
										))}
								</Table.Tbody>
							</Table>
						) : (
							<Understood cells={taken} />
						)}
					</>
				) : null}
				<Group justify="flex-end" mt="md">
					<Button variant="default" onClick={onClose}>
						{limitsWords.cancel}
					</Button>
					<Button ref={go} type="submit" disabled={!table?.limits || taken.length === 0}>
						{limitsWords.takeThem(taken.length)}
					</Button>
				</Group>
			</form>
		</Modal>
	);
}

/** Which part, which limit, or which limit of which part something names. */
function HeadChoice({ wants, onChoose }: { wants: "part" | "limit" | "both"; onChoose: (names: string) => void }) {
	const [kind, setKind] = useState<string | null>(null);
	const parts = limitedKinds().map((value) => ({ value, label: plural(value) }));
	const limits = limitRows().map(({ name, label }) => ({ value: name, label }));
	if (wants === "limit")
		return (
			<Select
				aria-label={limitsWords.whichLimit}
				placeholder={limitsWords.whichLimit}
				data={limits}
				onChange={(v) => v && onChoose(v)}
			/>
		);
	if (wants === "part")
		return (
			<Select
				aria-label={limitsWords.whichPart}
				placeholder={limitsWords.whichPart}
				data={parts}
				onChange={(v) => v && onChoose(v)}
			/>
		);
	return (
		<Group gap="xs" wrap="nowrap">
			<Select
				aria-label={limitsWords.whichPart}
				placeholder={limitsWords.whichPart}
				data={parts}
				value={kind}
				onChange={setKind}
			/>
			<Select
				aria-label={limitsWords.whichLimit}
				placeholder={limitsWords.whichLimit}
				disabled={!kind}
				data={limits}
				onChange={(v) => v && kind && onChoose(`${kind}/${v}`)}
			/>
		</Group>
	);
}

function LeaveOut({ onLeave }: { onLeave: () => void }) {
	return (
		<Button size="compact-sm" variant="subtle" onClick={onLeave}>
			{limitsWords.leaveItOut}
		</Button>
	);
}

interface CellRowProps {
	cell: Cell;
	text: string;
	onSettle: (text: string) => void;
	onSure: () => void;
}

function CellRow({ cell, text, onSettle, onSure }: CellRowProps) {
	const [typed, setTyped] = useState(text);
	return (
		<Table.Tr>
			<Table.Td className={look.soft}>
				{isKind(cell.kind) ? plural(cell.kind) : ""}, {limitRows().find((f) => f.name === cell.field)?.label}
			</Table.Td>
			<Table.Td>
				{cell.says}
				{cell.likely ? (
					<Group gap={6} mt={4}>
						<Button size="compact-sm" onClick={() => onSettle(cell.likely ?? "")}>
							{limitsWords.yesIt(cell.likely)}
						</Button>
						<Button size="compact-sm" variant="default" onClick={onSure}>
							{limitsWords.noAsItStands}
						</Button>
					</Group>
				) : null}
			</Table.Td>
			<Table.Td>
				<TextInput
					aria-label={limitsWords.valueOf(cell.text)}
					classNames={{ input: look.figure }}
					value={typed}
					onChange={(e) => setTyped(e.currentTarget.value)}
					onBlur={() => typed !== text && onSettle(typed)}
					onKeyDown={(e) => {
						if (e.key !== "Enter") return;
						e.preventDefault();
						onSettle(typed);
					}}
				/>
			</Table.Td>
			<Table.Td>
				<LeaveOut onLeave={() => onSettle("-")} />
			</Table.Td>
		</Table.Tr>
	);
}

/** What was understood, part by part. */
function Understood({ cells }: { cells: Cell[] }) {
	const kinds = [...new Set(cells.map((c) => c.kind))];
	return (
		<Table>
			<Table.Tbody>
				{kinds.map((kind) => (
					<Table.Tr key={kind}>
						<Table.Th scope="row">{isKind(kind) ? plural(kind) : kind}</Table.Th>
						<Table.Td>
							{cells
								.filter((c) => c.kind === kind)
								.map((c) => `${limitRows().find((f) => f.name === c.field)?.label} ${c.end ?? ""} ${c.reads}`.replace(/ +/g, " "))
								.join(" · ")}
						</Table.Td>
					</Table.Tr>
				))}
			</Table.Tbody>
		</Table>
	);
}
