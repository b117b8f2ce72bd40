import { Button, Group, SegmentedControl, Select } from "@mantine/core";
import type { FormErrors } from "@mantine/form";
import { useClipboard } from "@mantine/hooks";
import { useState } from "react";
import { tableText } from "../../api/cards";
import type { LimitSet, Limits, Policy } from "../../api/client";
import type { Kind } from "../../api/table";
import { choicesOf } from "../../api/table";
import type { System } from "../../quantity/length";
import { Warned } from "../../ui/Warned";
import { limitsWords } from "../../words/limits";
import { type Block, fromTyped, type Typed, toTyped } from "./card";
import { PasteDialog } from "./PasteDialog";
import { PolicyFields } from "./PolicyFields";
import { Sheet } from "./Sheet";

/** What is typed of limits and policy, and not saved. */
export interface Judging {
	/** The limits that the texts were made from. */
	stored: LimitSet;
	typed: Typed;
	policy: Policy;
}

export const judging = (limits: LimitSet, policy: Policy, unit: System): Judging => ({
	stored: limits,
	typed: toTyped(limits, unit),
	policy,
});

export interface LimitsEditorProps {
	kinds: Kind[];
	unit: System;
	values: Judging;
	errors: FormErrors;
	onChange: (values: Partial<Judging>) => void;
	/** The fields whose text changed. */
	onTouched: (names: string[]) => void;
}

/** The sheet of limits with what a spreadsheet can give and take, both sets of them, and how is judged where shops differ. */
export function LimitsEditor({ kinds, unit, values, errors, onChange, onTouched }: LimitsEditorProps) {
	const [block, setBlock] = useState<Block>("book");
	const [pasting, setPasting] = useState<string>();
	const clipboard = useClipboard();
	const { stored, typed, policy } = values;
	// What is no limit is said as soon as its field is left.
	const wrong = { ...fromTyped(typed, stored, unit).errors, ...errors };
	const type = (texts: Typed) => {
		onChange({ typed: { ...typed, ...texts } });
		onTouched(Object.keys(texts));
	};
	const take = (limits: Record<string, Limits>) => {
		setPasting(undefined);
		const here = fromTyped(typed, stored, unit).limits;
		const merged: LimitSet = { ...here, [block]: { ...here[block] } };
		for (const [kind, l] of Object.entries(limits) as [Kind, Limits][]) merged[block][kind] = joined(merged[block][kind], l);
		// Exact lengths stay: a text of another unit may not write them in full.
		onChange({ stored: merged, typed: { ...typed, ...toTyped(merged, unit) } });
		onTouched(Object.keys(typed));
	};
	const copy = async () => clipboard.copy(await tableText({ limits: fromTyped(typed, stored, unit).limits, unit, block }));
	/** What has no source yet comes from one place. */
	const source = (from: string | null) => {
		const texts: Typed = {};
		for (const [name, text] of Object.entries(typed)) {
			if (!name.endsWith(".source") && text.trim() !== "" && !typed[`${name}.source`]) texts[`${name}.source`] = from ?? "";
		}
		type(texts);
	};
	return (
		<>
			<Group justify="space-between">
				<SegmentedControl
					aria-label={limitsWords.whichSetOfLimits}
					value={block}
					onChange={(v) => setBlock(v as Block)}
					data={[
						{ value: "book", label: "Book" },
						{ value: "close", label: limitsWords.tightStricterBlankFallsBackTo },
					]}
				/>
				<Group gap="xs">
					<Select
						aria-label={limitsWords.theRestComesFrom}
						placeholder={limitsWords.theRestComesFrom}
						w={300}
						data={choicesOf("source")}
						value={null}
						onChange={source}
					/>
					<Button variant="default" onClick={() => setPasting("")}>
						{limitsWords.fromASpreadsheet}
					</Button>
					<Button variant="default" onClick={() => void copy()}>
						{clipboard.copied ? limitsWords.copied : limitsWords.copyForASpreadsheet}
					</Button>
				</Group>
			</Group>
			<Sheet kinds={kinds} block={block} typed={typed} errors={wrong} onType={type} onPaste={setPasting} />
			{Object.keys(wrong).some((name) => name.includes(".") && !name.startsWith(block)) ? (
				<Warned>{limitsWords.theOtherSetOfLimitsHas}</Warned>
			) : null}
			<PolicyFields policy={policy} unit={unit} onChange={(to) => onChange({ policy: to })} />
			{pasting === undefined ? null : (
				<PasteDialog key={pasting} text={pasting} unit={unit} onClose={() => setPasting(undefined)} onTake={take} />
			)}
		</>
	);
}

/** Limits with those of another over them. */
function joined(here: Limits | undefined, over: Limits): Limits {
	const one: Limits = { ...here, ...over };
	if (here?.clearance || over.clearance) one.clearance = { ...here?.clearance, ...over.clearance };
	if (here?.rings || over.rings) one.rings = { ...here?.rings, ...over.rings };
	return one;
}
