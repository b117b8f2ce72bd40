import { Button, Group, Select, SimpleGrid, Switch, TextInput } from "@mantine/core";
import { useState } from "react";
import { useSetShopPolicy } from "../../api/changes";
import type { Policy } from "../../api/client";
import { policyRows } from "../../api/table";
import look from "../../look/look.module.css";
import { parse, plain, type System } from "../../quantity/length";
import { limitsWords } from "../../words/limits";
import css from "./limits.module.css";

export interface PolicyFieldsProps {
	policy: Policy;
	unit: System;
	onChange: (policy: Policy) => void;
}

/** How a job is judged where shops differ. */
export function PolicyFields({ policy, unit, onChange }: PolicyFieldsProps) {
	const rows = policyRows();
	return (
		<fieldset className={`${look.panel} ${look.flush}`}>
			<legend className={css.legend}>{limitsWords.howThisJobIsJudged}</legend>
			<SimpleGrid cols={{ base: 1, sm: 3 }} verticalSpacing="md">
				{rows.map(({ name, form, label, hint, choices = [] }) => {
					const held = policy[name as keyof Policy];
					const change = (value: string | boolean) => onChange({ ...policy, [name]: value });
					if (form === "one_of")
						return (
							<Select
								key={name}
								label={label}
								description={hint}
								allowDeselect={false}
								data={choices}
								value={String(held)}
								onChange={(v) => v && change(v)}
							/>
						);
					if (form === "yes_or_no")
						return <Switch key={name} label={label} checked={held === true} onChange={(e) => change(e.currentTarget.checked)} />;
					return null;
				})}
			</SimpleGrid>
			<SimpleGrid cols={{ base: 2, sm: 4 }} mt="md">
				{rows
					.filter((row) => row.form === "stock" || row.form === "grams")
					.map(({ name, label, form }) => (
						<LengthField
							key={name}
							label={label}
							unit={form === "grams" ? "mm" : unit} // a gram has as many counts as a millimetre
							value={Number(policy[name as keyof Policy])}
							onChange={(length) => onChange({ ...policy, [name]: length })}
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
	const wrong = !read.ok ? read.sentence : read.length < 0 ? limitsWords.itCannotBeLessThanNothing : undefined;
	return (
		<TextInput
			label={label}
			inputMode="decimal"
			classNames={{ input: look.figure }}
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
				{limitsWords.letNewJobsInStartWith(unit)}
			</Button>
			{set.isSuccess ? <span>{limitsWords.newJobsStartWithItFrom}</span> : null}
			{set.error ? <span className={look.wrong}>{set.error.message}</span> : null}
		</Group>
	);
}
