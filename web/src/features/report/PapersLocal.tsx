import { Button, Group, Select } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useSetLocal } from "../../api/changes";
import { Refusal } from "../../api/client";
import { localQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { reportWords } from "../../words/report";

const ZONES = Intl.supportedValuesOf("timeZone");
const languages = new Intl.DisplayNames(undefined, { type: "language" });

/** How the shop's papers write dates, times and money: by its locale and time zone. */
export function PapersLocal() {
	const local = useQuery(localQuery).data;
	const set = useSetLocal();
	const [chosen, setChosen] = useState<{ locale: string; time_zone: string }>();
	if (!local) return null;
	if (!chosen) {
		return (
			<p className={look.soft}>
				{reportWords.papersWrite(local.example)}{" "}
				<button
					type="button"
					className={look.plainLink}
					onClick={() => setChosen({ locale: local.locale, time_zone: local.time_zone })}
				>
					{reportWords.changeHowTheyWrite}
				</button>
			</p>
		);
	}
	const wrong = set.error instanceof Refusal ? set.error.places : {};
	const submit = (event: FormEvent) => {
		event.preventDefault();
		set.mutate({ ...chosen, version: local.version }, { onSuccess: () => setChosen(undefined) });
	};
	return (
		<form onSubmit={submit}>
			<Group align="end" gap="xs" my="xs">
				<Select
					label={reportWords.datesAndMoneyAsIn}
					data={local.locales.map((value) => ({ value, label: languages.of(value) ?? value }))}
					value={chosen.locale}
					onChange={(locale) => setChosen({ ...chosen, locale: locale ?? chosen.locale })}
					error={wrong.locale}
					allowDeselect={false}
				/>
				<Select
					label={reportWords.timeZone}
					placeholder={reportWords.thatOfTheMachine}
					data={ZONES}
					value={chosen.time_zone || null}
					onChange={(zone) => setChosen({ ...chosen, time_zone: zone ?? "" })}
					error={wrong.time_zone}
					searchable
					clearable
				/>
				<Button type="submit" variant="default" loading={set.isPending}>
					{reportWords.save}
				</Button>
			</Group>
			{set.error && Object.keys(wrong).length === 0 ? <div className={look.wrong}>{set.error.message}</div> : null}
		</form>
	);
}
