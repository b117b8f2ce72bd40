import { Chip, Group, NumberInput, SegmentedControl } from "@mantine/core";
import type { FormErrors } from "@mantine/form";
import type { Component } from "../api/client";
import type { components } from "../api/schema";
import look from "../look/look.module.css";
import type { System } from "../quantity/length";
import { layoutWords } from "../words/layout";
import { componentName } from "../words/trade";
import css from "./layout.module.css";

type Came = Component["of"];
type Arrangement = components["schemas"]["EngineLayout"]["arrangement"];

/** What came in and how the engine is laid out, as it is filled in; numbers are texts while they are empty. */
export interface LayoutForm {
	came: Came[];
	unit: System;
	arrangement: Arrangement;
	cylinders: number | string;
	mains: number | string;
	throws: number | string;
	cylinders_per_throw: number;
	pins: number[][] | undefined;
}

const ALL: Came[] = ["block", "crankshaft", "rods", "pistons", "camshaft"];
/** An engine that comes in one piece; its camshaft is named where it is measured. */
const WHOLE: Came[] = ["block", "crankshaft", "rods", "pistons"];

interface Known {
	came: Came[];
	arrangement: Arrangement;
	cylinders: number;
	mains: number;
	throws: number;
	cylinders_per_throw: number;
	pins?: number[][] | null;
}

/** The form of an engine that is known, or of one that is not. */
export const layoutForm = (known: Known | undefined, unit: System): LayoutForm => ({
	came: known?.came ?? WHOLE,
	unit,
	arrangement: known?.arrangement ?? "inline",
	cylinders: known?.cylinders ?? 4,
	mains: known?.mains ?? "",
	throws: known?.throws ?? "",
	cylinders_per_throw: known?.cylinders_per_throw ?? 0,
	pins: known?.pins ?? undefined,
});

/** What the server is told of it. */
export const layoutBody = (v: LayoutForm) => ({
	came: v.came,
	unit: v.unit,
	arrangement: v.arrangement,
	cylinders: Number(v.cylinders),
	mains: Number(v.mains) || 0,
	throws: Number(v.throws) || 0,
	cylinders_per_throw: v.cylinders_per_throw,
	...(v.pins ? { pins: v.pins } : {}),
});

/** What is wrong with it before it is sent. */
export const layoutErrors = (v: LayoutForm): Record<string, string> => ({
	...(v.came.length === 0 ? { came: layoutWords.sayWhatCame } : {}),
	...(Number(v.cylinders) >= 1 && Number(v.cylinders) <= 48 ? {} : { cylinders: layoutWords.between1And48 }),
});

interface LayoutFieldsProps {
	/** What is ticked: what came in, where nothing else is said. */
	of?: string;
	values: LayoutForm;
	errors: FormErrors;
	onChange: (values: Partial<LayoutForm>) => void;
}

/** What came in, and of its layout what that has to do with. */
export function LayoutFields({ of = layoutWords.whatCameIn, values: v, errors, onChange }: LayoutFieldsProps) {
	const has = (...some: Came[]) => some.some((c) => v.came.includes(c));
	const whole = WHOLE.every((c) => v.came.includes(c));
	/** Another number of cylinders or throws is another shaft: what was known of the old one goes. */
	const lay = (values: Partial<LayoutForm>) => onChange({ ...values, cylinders_per_throw: 0, pins: undefined });
	return (
		<>
			<fieldset className={css.choice} aria-label={of}>
				<div className={css.label}>{of}</div>
				<Group gap="xs">
					<Chip
						checked={whole}
						onChange={() => onChange({ came: whole ? [] : [...WHOLE, ...v.came.filter((c) => !WHOLE.includes(c))] })}
					>
						{layoutWords.wholeEngine}
					</Chip>
					<Chip.Group multiple value={v.came} onChange={(came) => onChange({ came: ALL.filter((c) => came.includes(c)) })}>
						{ALL.map((of) => (
							<Chip key={of} value={of} variant="light">
								{componentName({ of, tag: "" })}
							</Chip>
						))}
					</Chip.Group>
				</Group>
				{errors.came ? <div className={look.wrong}>{errors.came}</div> : null}
			</fieldset>
			<Group align="flex-end" gap="md">
				<Choice
					label={layoutWords.unit}
					data={{ in: layoutWords.inches, mm: layoutWords.millimetres }}
					value={v.unit}
					onChange={(unit) => onChange({ unit: unit as System })}
				/>
				{has("block", "crankshaft") ? (
					<Choice
						label={layoutWords.cylindersLie}
						data={{ inline: layoutWords.inLine, v: layoutWords.inAV, flat: layoutWords.flat }}
						value={v.arrangement}
						onChange={(arrangement) => lay({ arrangement: arrangement as Arrangement })}
					/>
				) : null}
				<Count
					label={
						has("block", "crankshaft", "camshaft") ? layoutWords.cylinders : has("rods") ? layoutWords.rods : layoutWords.pistons
					}
					value={v.cylinders}
					error={errors.cylinders}
					onChange={(cylinders) => lay({ cylinders, mains: "", throws: "" })}
				/>
				{has("block", "crankshaft", "camshaft") ? (
					<Count label={layoutWords.mains} usual value={v.mains} error={errors.mains} onChange={(mains) => onChange({ mains })} />
				) : null}
				{has("crankshaft") ? (
					<Count label={layoutWords.throws} usual value={v.throws} error={errors.throws} onChange={(throws) => lay({ throws })} />
				) : null}
			</Group>
		</>
	);
}

interface CountProps {
	label: string;
	usual?: boolean;
	value: number | string;
	error: React.ReactNode;
	onChange: (value: number | string) => void;
}

function Count({ label, usual, value, error, onChange }: CountProps) {
	return (
		<NumberInput
			label={label}
			w={usual ? 126 : 92}
			placeholder={usual ? layoutWords.usual : undefined}
			min={1}
			max={49}
			allowDecimal={false}
			value={value}
			error={error}
			onChange={onChange}
		/>
	);
}

interface ChoiceProps {
	label: string;
	data: Record<string, string>;
	value: string;
	onChange: (value: string) => void;
}

function Choice({ label, data, value, onChange }: ChoiceProps) {
	return (
		<fieldset aria-label={label} className={css.choice}>
			<div className={css.label}>{label}</div>
			<SegmentedControl
				value={value}
				onChange={onChange}
				data={Object.entries(data).map(([v, text]) => ({ value: v, label: text }))}
			/>
		</fieldset>
	);
}
