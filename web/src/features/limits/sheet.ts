import { type Kind, rowOf } from "../../api/table";
import { limitsWords } from "../../words/limits";
import { type Field, fieldsFor } from "./card";

/** The columns of the sheet, each with the fields that may stand in it: a kind has one of them at most. */
const COLUMNS: { title: string; fields: string[] }[] = [
	{ title: limitsWords.columnNew, fields: ["new", "rings.top", "rings.second", "rings.oil"] },
	{ title: limitsWords.columnWear, fields: ["wear_max", "max"] },
	{ title: limitsWords.columnTaper, fields: ["taper_max"] },
	{ title: limitsWords.columnOutOfRound, fields: ["out_of_round_max"] },
	{ title: limitsWords.columnLine, fields: ["runout_max", "bore_to_bore_max", "skim_max"] },
	{ title: limitsWords.columnAlignment, fields: ["alignment_max"] },
	{ title: limitsWords.columnClearance, fields: ["clearance.new"] },
	{ title: limitsWords.columnClearanceMax, fields: ["clearance.max"] },
	{ title: limitsWords.columnTarget, fields: ["clearance.target"] },
	{ title: limitsWords.columnSteps, fields: ["undersizes", "oversizes"] },
	{ title: limitsWords.columnShells, fields: ["shells", "shells_at"] },
];

/** Rings have a row of their own each below that of all. */
const OWN_ROW = ["rings.top", "rings.second", "rings.oil"];

export interface SheetCell {
	kind: Kind;
	field: Field;
	needed: boolean;
}

export interface SheetRow {
	kind: Kind;
	/** What is behind the kind's name: a ring. */
	only?: string;
	/** A cell for each column of the sheet, or none where the kind has no such limit. */
	cells: (SheetCell | undefined)[];
}

/** The sheet of some kinds: a row a part, a column a limit; columns that none of them has are left out. */
export function sheetOf(kinds: Kind[]): { titles: string[]; rows: SheetRow[] } {
	const rows = kinds.flatMap((kind): SheetRow[] => {
		const fields = fieldsFor(kind);
		const cell = (field: Field | undefined) =>
			field && { kind, field, needed: rowOf(kind).needed?.includes(field.name) ?? false };
		const own = fields.filter((f) => OWN_ROW.includes(f.name));
		return [
			{
				kind,
				cells: COLUMNS.map((column) => cell(fields.find((f) => column.fields.includes(f.name) && !OWN_ROW.includes(f.name)))),
			},
			...own.map((field) => ({
				kind,
				only: field.label,
				cells: COLUMNS.map((column) => (column.fields.includes(field.name) ? cell(field) : undefined)),
			})),
		];
	});
	const used = COLUMNS.map((_, i) => rows.some((row) => row.cells[i]));
	return {
		titles: COLUMNS.filter((_, i) => used[i]).map((c) => c.title),
		rows: rows.map((row) => ({ ...row, cells: row.cells.filter((_, i) => used[i]) })),
	};
}

/** The place that an arrow leads to: the next cell that way that a part has. */
export function neighbour(
	rows: SheetRow[],
	row: number,
	column: number,
	down: number,
	right: number,
): [number, number] | undefined {
	let [r, c] = [row + down, column + right];
	while (r >= 0 && r < rows.length && c >= 0 && c < (rows[r]?.cells.length ?? 0)) {
		if (rows[r]?.cells[c]) return [r, c];
		r += down;
		c += right;
	}
	return undefined;
}
