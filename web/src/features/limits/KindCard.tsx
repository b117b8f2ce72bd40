import { Fieldset, Select, SimpleGrid, TextInput } from "@mantine/core";
import type { FormErrors } from "@mantine/form";
import { type Kind, plural } from "../../api/table";
import look from "../../look/look.module.css";
import { limitsWords } from "../../words/limits";
import { SOURCE_WORD } from "../../words/trade";
import { fieldsFor, SEVERAL, type Typed } from "./card";
import css from "./limits.module.css";

/** What lists look like, by their place. */
const EXAMPLE: Record<string, string> = { shells: "-0.001 0.001", oversizes: "0.020 0.030" };

export interface KindCardProps {
	/** The set of limits and the kind: book.main_journal. */
	at: string;
	kind: Kind;
	typed: Typed;
	errors: FormErrors;
	onType: (name: string, text: string) => void;
}

/** The limits of one kind of part, and where they come from. */
export function KindCard({ at, kind, typed, errors, onType }: KindCardProps) {
	const source = `${at}.source`;
	return (
		<Fieldset m={0} className={look.panel} classNames={{ legend: css.legend }} legend={plural(kind)}>
			<Select
				label={limitsWords.whereTheseComeFrom}
				mb="xs"
				allowDeselect={false}
				data={[
					{ value: "", label: limitsWords.notSpecified },
					...Object.entries(SOURCE_WORD).map(([value, label]) => ({ value, label })),
					...(typed[source] === SEVERAL ? [{ value: SEVERAL, label: limitsWords.severalSources }] : []),
				]}
				value={typed[source] ?? ""}
				onChange={(v) => onType(source, v ?? "")}
			/>
			<SimpleGrid cols={2} verticalSpacing="xs">
				{fieldsFor(kind).map((f) => {
					const name = `${at}.${f.place}`;
					return (
						<TextInput
							key={name}
							label={f.label}
							inputMode="decimal"
							classNames={{ input: look.figure }}
							placeholder={f.many ? (EXAMPLE[f.place] ?? "0.010 0.020") : undefined}
							value={typed[name] ?? ""}
							error={errors[name]}
							onChange={(e) => onType(name, e.currentTarget.value)}
						/>
					);
				})}
			</SimpleGrid>
		</Fieldset>
	);
}
