import { Select } from "@mantine/core";
import type { FormErrors } from "@mantine/form";
import { type KeyboardEvent, useRef, useState } from "react";
import { choicesOf, type Kind, plural } from "../../api/table";
import look from "../../look/look.module.css";
import { limitsWords } from "../../words/limits";
import type { Block, Typed } from "./card";
import css from "./limits.module.css";
import { neighbour, type SheetCell, sheetOf } from "./sheet";

export interface SheetProps {
	kinds: Kind[];
	block: Block;
	typed: Typed;
	errors: FormErrors;
	onType: (texts: Typed) => void;
	/** What a spreadsheet put on the clipboard, more than one value. */
	onPaste: (text: string) => void;
}

/** The limits as the book prints them: a row a part, a column a limit. */
export function Sheet({ kinds, block, typed, errors, onType, onPaste }: SheetProps) {
	const { titles, rows } = sheetOf(kinds);
	const [at, setAt] = useState<[number, number]>();
	const fields = useRef(new Map<string, HTMLInputElement>());
	const nameOf = (cell: SheetCell) => `${block}.${cell.kind}.${cell.field.name}`;
	const go = (to: [number, number] | undefined) => {
		const field = to && fields.current.get(to.join());
		field?.focus();
		field?.select();
		return field !== undefined;
	};
	/** The next field that is needed and empty; from the last one to what saves. */
	const onwards = (row: number, column: number): boolean => {
		for (let r = row; r < rows.length; r++) {
			for (let c = r === row ? column + 1 : 0; c < titles.length; c++) {
				const cell = rows[r]?.cells[c];
				if (cell?.needed && !typed[nameOf(cell)]) return go([r, c]);
			}
		}
		return false;
	};
	const onKey = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number, cell: SheetCell) => {
		const field = event.currentTarget;
		const [begin, end] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
		const whole = begin === 0 && end === field.value.length;
		const step: Record<string, [number, number] | undefined> = {
			ArrowUp: [-1, 0],
			ArrowDown: [1, 0],
			ArrowLeft: whole || end === 0 ? [0, -1] : undefined,
			ArrowRight: whole || begin === field.value.length ? [0, 1] : undefined,
		};
		const way = step[event.key];
		if (way && go(neighbour(rows, row, column, ...way))) return event.preventDefault();
		if (event.key === '"' && field.value === "") {
			event.preventDefault();
			const above = neighbour(rows, row, column, -1, 0);
			const from = above && rows[above[0]]?.cells[above[1]];
			if (from) onType({ [nameOf(cell)]: typed[nameOf(from)] ?? "" });
		}
		if (event.key === "Enter" && !event.ctrlKey && !event.metaKey && onwards(row, column)) event.preventDefault();
	};
	const focused = at && rows[at[0]]?.cells[at[1]];
	return (
		<section
			aria-label={limitsWords.theSheet}
			onPaste={(event) => {
				const text = event.clipboardData.getData("text/plain");
				if (!/[\t\n;].*\S/.test(text.trim())) return;
				event.preventDefault();
				onPaste(text);
			}}
		>
			<FocusLine cell={focused} name={focused && nameOf(focused)} typed={typed} errors={errors} onType={onType} />
			<div className={look.scroll}>
				<table className={css.sheet}>
					<thead>
						<tr>
							<td />
							{titles.map((title, c) => (
								<th key={title} scope="col" data-here={at?.[1] === c}>
									{title}
								</th>
							))}
						</tr>
					</thead>
					<tbody>
						{rows.map((row, r) => (
							<tr key={`${row.kind} ${row.only ?? ""}`}>
								<th scope="row" data-here={at?.[0] === r} className={row.only ? css.only : undefined}>
									{row.only ?? plural(row.kind)}
								</th>
								{row.cells.map((cell, c) => {
									const title = titles[c] ?? "";
									if (!cell) return <td key={title} className={css.none} />;
									const name = nameOf(cell);
									return (
										<td
											key={title}
											data-form={cell.field.form}
											data-needed={cell.needed && !typed[name]}
											data-wrong={errors[name] !== undefined && !(at?.[0] === r && at[1] === c)}
										>
											<input
												ref={(field) => {
													if (field) fields.current.set(`${r},${c}`, field);
													else fields.current.delete(`${r},${c}`);
												}}
												name={name}
												aria-label={limitsWords.fieldOf(plural(cell.kind), cell.field.label)}
												aria-invalid={errors[name] !== undefined}
												aria-describedby="sheet-says"
												autoComplete="off"
												spellCheck={false}
												value={typed[name] ?? ""}
												onFocus={() => setAt([r, c])}
												onKeyDown={(event) => onKey(event, r, c, cell)}
												onChange={(event) => onType({ [name]: event.currentTarget.value })}
											/>
										</td>
									);
								})}
							</tr>
						))}
					</tbody>
				</table>
			</div>
		</section>
	);
}

interface FocusLineProps {
	cell: SheetCell | undefined;
	name: string | undefined;
	typed: Typed;
	errors: FormErrors;
	onType: (texts: Typed) => void;
}

/** What the field in hand is, what is wrong with it or how parts are judged without it, and where its figure comes from. */
function FocusLine({ cell, name = "", typed, errors, onType }: FocusLineProps) {
	const wrong = errors[name];
	return (
		<div className={css.focusLine}>
			<div id="sheet-says" aria-live="polite">
				{cell ? (
					<>
						<b>{limitsWords.fieldOf(plural(cell.kind), cell.field.label)}</b>{" "}
						{wrong ? (
							<span className={look.wrong}>{wrong}</span>
						) : (
							<span className={look.soft}>{typed[name] ? "" : cell.field.without}</span>
						)}
					</>
				) : (
					<span className={look.soft}>{limitsWords.howToType}</span>
				)}
			</div>
			{cell && typed[name] ? (
				<Select
					aria-label={limitsWords.whereThisComesFrom}
					size="xs"
					w={190}
					allowDeselect={false}
					data={[{ value: "", label: limitsWords.notSpecified }, ...choicesOf("source")]}
					value={typed[`${name}.source`] ?? ""}
					onChange={(source) => onType({ [`${name}.source`]: source ?? "" })}
				/>
			) : null}
		</div>
	);
}
