import { Textarea, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Pattern, triedQuery } from "../../api/gauges";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";
import css from "./gauges.module.css";

/** What is typed of a pattern. */
export interface LineTyped {
	expression: string;
	decimals: string;
	good: string;
}

export const lineOf = (p: Pattern | undefined): LineTyped => ({
	expression: p?.expression ?? "",
	decimals: p?.decimals ? String(p.decimals) : "",
	good: (p?.good ?? []).join(", "),
});

/** The pattern that is typed; none where the gauge sends no lines. */
export function patternOf(t: LineTyped, unit: Pattern["unit"]): Pattern | undefined {
	if (t.expression.trim() === "") return undefined;
	const good = t.good
		.split(",")
		.map((g) => g.trim())
		.filter(Boolean);
	const decimals = Number(t.decimals);
	return { expression: t.expression, unit, decimals: decimals || undefined, good: good.length > 0 ? good : undefined };
}

interface LineFieldsProps {
	typed: LineTyped;
	unit: Pattern["unit"];
	onChange: (typed: LineTyped) => void;
}

/** How the lines are read that a gauge sends, tried on pasted ones while it is typed. */
export function LineFields({ typed, unit, onChange }: LineFieldsProps) {
	const [pasted, setPasted] = useState("");
	const [asked] = useDebouncedValue({ pattern: patternOf(typed, unit), pasted }, 250);
	const tried = useQuery(triedQuery(asked.pattern ?? { expression: "", unit }, asked.pasted.slice(0, 10_000)));
	const lines = [...new Map((tried.data ?? []).map((t) => [t.line, t])).values()];
	return (
		<fieldset className={css.lines}>
			<legend>{words.lines}</legend>
			<TextInput
				mb="sm"
				label={words.pattern}
				description={words.patternHelp}
				classNames={{ input: look.figure }}
				value={typed.expression}
				onChange={(e) => onChange({ ...typed, expression: e.currentTarget.value })}
			/>
			<div className={css.fields}>
				<TextInput
					label={words.decimals}
					description={words.decimalsHelp}
					inputMode="numeric"
					value={typed.decimals}
					onChange={(e) => onChange({ ...typed, decimals: e.currentTarget.value.replace(/[^0-7]/g, "").slice(0, 1) })}
				/>
				<TextInput
					label={words.goodStatus}
					description={words.goodStatusHelp}
					value={typed.good}
					onChange={(e) => onChange({ ...typed, good: e.currentTarget.value })}
				/>
			</div>
			<Textarea
				mt="sm"
				label={words.pasted}
				autosize
				minRows={2}
				maxRows={8}
				classNames={{ input: look.figure }}
				value={pasted}
				onChange={(e) => setPasted(e.currentTarget.value)}
			/>
			{asked.pattern ? <Failed error={tried.error} mt="sm" /> : null}
			{asked.pattern && !tried.error ? (
				<ul className={css.tried} aria-label={words.tried}>
					{lines.map((t) => (
						<li key={t.line}>
							<StatusMark standing={t.reads ? "within" : "unsure"} word={false} /> <span className={look.figure}>{t.line}</span> →{" "}
							{t.reads ? <b className={look.figure}>{t.reads}</b> : t.why}
						</li>
					))}
				</ul>
			) : null}
		</fieldset>
	);
}
