import { Button, Group, Select, SimpleGrid, Switch, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Policy } from "../../api/client";
import { useSetShopPolicy } from "../../api/queries";
import { parse, plain, type System } from "../../quantity/length";

/** Stocks and allowances, by their place in the policy. */
const LENGTHS: [LengthKey, string][] = [
	["cleanup_allowance", "Clean-up allowance"],
	["polish_stock", "A polish takes"],
	["hone_stock", "Honing stock"],
	["line_hone_stock", "Line-honing stock"],
	["cap_cut_max", "Caps are cut by at most"],
	["step_limit", "A ledge counts from"],
	["duty_clearance", "More clearance for more than standard duty"],
];

type LengthKey =
	| "cleanup_allowance"
	| "polish_stock"
	| "hone_stock"
	| "line_hone_stock"
	| "cap_cut_max"
	| "step_limit"
	| "duty_clearance";

export interface PolicyFieldsProps {
	policy: Policy;
	unit: System;
	onChange: (policy: Policy) => void;
}

/** How a job is judged where shops differ. */
export function PolicyFields({ policy, unit, onChange }: PolicyFieldsProps) {
	const pick = <K extends keyof Policy>(key: K, label: string, description: string, options: Record<string, string>) => (
		<Select
			label={label}
			description={description}
			allowDeselect={false}
			data={Object.entries(options).map(([value, text]) => ({ value, label: text }))}
			value={String(policy[key])}
			onChange={(v) => v && onChange({ ...policy, [key]: v })}
		/>
	);
	return (
		<fieldset className="panel" style={{ margin: 0 }}>
			<legend style={{ fontWeight: 700, fontSize: "1.1rem", padding: "0 6px" }}>How this job is judged</legend>
			<SimpleGrid cols={{ base: 1, sm: 3 }} verticalSpacing="md">
				{pick("limits", "Limit set", "the maker's or the stricter one", { book: "Book", close: "Close" })}
				{pick("decision_rule", "Near a limit", "does the gauge's uncertainty count?", {
					plain: "A number inside is inside",
					guarded: "Only what is surely inside",
				})}
				{pick("wear_reference", "What it was when new", "wear counts from there", {
					book: "The end of new that flatters least",
					middle: "The middle of new",
					measured: "The unworn part, where measured",
				})}
				{pick("clearance_target", "Clearance window", "which clearances are right", {
					range: "The maker's range",
					per_inch: "A thousandth of the diameter",
				})}
				{pick("grind", "Grinding", "on every rebuild or not", { when_needed: "Only when the numbers say so", always: "Always" })}
				{pick("pin_cleanup", "Rod journals are ground", "about which centre", {
					follow_wear: "Following the wear",
					hold_stroke: "Holding the stroke",
				})}
				{pick("bore_cleanup", "Cylinders are bored", "about which centre", {
					hold_centre: "Holding the centre",
					follow_wear: "Following the wear",
				})}
				<Switch
					label="Rings are renewed: cylinders are honed"
					checked={policy.rings_renewed}
					onChange={(e) => onChange({ ...policy, rings_renewed: e.currentTarget.checked })}
				/>
				<Switch
					label="Half a shell of each size may be mixed"
					checked={policy.mixed_halves}
					onChange={(e) => onChange({ ...policy, mixed_halves: e.currentTarget.checked })}
				/>
				<Switch
					label="Each journal may take its own shell"
					checked={policy.mixed_shells}
					onChange={(e) => onChange({ ...policy, mixed_shells: e.currentTarget.checked })}
				/>
				<Switch
					label="Shells that look perfect are refitted"
					checked={policy.refit_shells}
					onChange={(e) => onChange({ ...policy, refit_shells: e.currentTarget.checked })}
				/>
			</SimpleGrid>
			<SimpleGrid cols={{ base: 2, sm: 4 }} mt="md">
				{LENGTHS.map(([key, label]) => (
					<LengthField
						key={key}
						label={label}
						unit={unit}
						value={policy[key]}
						onChange={(length) => onChange({ ...policy, [key]: length })}
					/>
				))}
			</SimpleGrid>
			<ShopPolicy policy={policy} unit={unit} />
		</fieldset>
	);
}

interface LengthFieldProps {
	label: string;
	unit: System;
	value: number;
	onChange: (length: number) => void;
}

/** Keeps what was typed; only a length that is one goes into the policy. */
function LengthField({ label, unit, value, onChange }: LengthFieldProps) {
	const [typed, setTyped] = useState(plain(value, unit));
	const [seen, setSeen] = useState(value);
	if (seen !== value) {
		setSeen(value);
		const now = parse(typed, unit);
		if (!now.ok || now.length !== value) setTyped(plain(value, unit));
	}
	const read = parse(typed, unit);
	const wrong = !read.ok ? read.sentence : read.length < 0 ? "It cannot be less than nothing." : undefined;
	return (
		<TextInput
			label={label}
			inputMode="decimal"
			classNames={{ input: "figure" }}
			value={typed}
			error={wrong}
			onChange={(e) => {
				setTyped(e.currentTarget.value);
				const now = parse(e.currentTarget.value, unit);
				if (now.ok && now.length >= 0) {
					setSeen(now.length);
					onChange(now.length);
				}
			}}
		/>
	);
}

/** Makes this policy the one that new jobs of its unit start with. */
function ShopPolicy({ policy, unit }: { policy: Policy; unit: System }) {
	const set = useSetShopPolicy();
	return (
		<Group mt="md">
			<Button variant="default" loading={set.isPending} onClick={() => set.mutate({ unit, policy })}>
				Let new jobs in {unit === "in" ? "inches" : "millimetres"} start with this
			</Button>
			{set.isSuccess ? <span>New jobs start with it from now on.</span> : null}
			{set.error ? <span className="wrong">{set.error.message}</span> : null}
		</Group>
	);
}
