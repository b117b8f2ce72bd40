import { Button, Checkbox, Group, Select, Stack, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { AssemblyPlan, Ring } from "../../api/client";
import { titleOf } from "../../api/table";
import look from "../../look/look.module.css";
import { patternWord, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import type { Shown } from "./Frame";
import { countOf } from "./typed";

const RINGS: Ring[] = ["top", "second", "rail_upper", "rail_lower", "expander"];

/** How rings and rods go on this engine: where the gaps stand, which rings have a mark, to which side numbers point. */
export function PatternPanel({ view, build }: Shown) {
	const [own, setOwn] = useState(false);
	const [side, setSide] = useState(view.plan.number_side ?? "");
	const change = (plan: Partial<AssemblyPlan>) =>
		build.act({ what: "plan", after: view.plan_id || undefined, plan: { ...view.plan, ...plan } });
	const marked = view.plan.marked ?? [];
	return (
		<details>
			<summary>{words.pattern}</summary>
			<Stack gap="sm" mt="sm">
				<Group align="flex-end">
					<Select
						label={words.pattern}
						allowDeselect={false}
						data={view.patterns.map((p) => ({ value: p.name, label: patternWord(p.name) }))}
						value={view.plan.gaps || "quarters"}
						onChange={(gaps) => gaps && change({ gaps })}
					/>
					<Button variant="default" onClick={() => setOwn(!own)}>
						{words.patternOwn}
					</Button>
				</Group>
				{own ? (
					<OwnPattern
						plan={view.plan}
						onSave={(plan) => {
							change(plan);
							setOwn(false);
						}}
					/>
				) : null}
				<Checkbox.Group label={words.marked} value={marked} onChange={(list) => change({ marked: list as Ring[] })}>
					<Group mt={4}>
						{RINGS.map((r) => (
							<Checkbox key={r} value={r} label={titleOf("ring", r)} />
						))}
					</Group>
				</Checkbox.Group>
				<TextInput
					label={words.numberSide}
					value={side}
					onChange={(e) => setSide(e.currentTarget.value)}
					onBlur={() => side.trim() !== (view.plan.number_side ?? "") && change({ number_side: side.trim() || undefined })}
				/>
			</Stack>
		</details>
	);
}

function OwnPattern({ plan, onSave }: { plan: AssemblyPlan; onSave: (plan: Partial<AssemblyPlan>) => void }) {
	const [name, setName] = useState("");
	const [angles, setAngles] = useState<Record<string, string>>({});
	const [wrong, setWrong] = useState("");
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const read = Object.fromEntries(RINGS.map((r) => [r, countOf(angles[r] ?? "")]));
		if (name.trim() === "" || RINGS.some((r) => read[r] === null || read[r] === undefined || (read[r] ?? 0) > 359))
			return setWrong(words.wrongNumber);
		const pattern = { name: name.trim(), angles: read as Record<string, number> };
		onSave({ own: [...(plan.own ?? []).filter((p) => p.name !== pattern.name), pattern], gaps: pattern.name });
	};
	return (
		<form onSubmit={submit} className={look.panel}>
			<div className={css.fields}>
				<TextInput
					label={words.patternName}
					value={name}
					error={wrong || undefined}
					onChange={(e) => setName(e.currentTarget.value)}
				/>
				{RINGS.map((r) => (
					<TextInput
						key={r}
						label={words.angleOf(titleOf("ring", r))}
						inputMode="numeric"
						value={angles[r] ?? ""}
						onChange={(e) => {
							const value = e.currentTarget.value;
							setAngles((a) => ({ ...a, [r]: value }));
						}}
					/>
				))}
			</div>
			<Button type="submit" mt="sm">
				{words.savePattern}
			</Button>
		</form>
	);
}
