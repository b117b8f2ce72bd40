import { Alert, Button, Checkbox, Group, Stack, Table, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useSetRates } from "../../api/changes";
import { type RatesView, Refusal } from "../../api/client";
import { ratesQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { CameBack, useKept } from "../../ui/use-kept";
import { placeWords } from "../../words/places";
import { ratesWords } from "../../words/rates";
import { fromTyped, toTyped } from "./card";
import css from "./rates.module.css";

/** What work costs and how long it takes: every option and every date is reckoned from here. */
export function RatesPlace() {
	return <Load query={useQuery(ratesQuery)}>{(view) => <Rates view={view} />}</Load>;
}

function Rates({ view }: { view: RatesView }) {
	const set = useSetRates();
	const form = useKept("rates", () => toTyped(view.card));
	const { value: typed, set: setTyped } = form;
	const [errors, setErrors] = useState<Record<string, string>>({});
	const change = (place: string, value: string | boolean) => {
		setTyped((t) => ({ ...t, [place]: value }));
		set.reset();
	};
	const submit = (event: FormEvent) => {
		event.preventDefault();
		const { card, errors } = fromTyped(
			typed,
			view.operations.map((o) => o.id),
			view.parts.map((p) => p.id),
		);
		setErrors(errors);
		if (Object.keys(errors).length > 0) return;
		set.mutate(
			{ ...card, version: view.version },
			{ onSuccess: form.drop, onError: (error) => error instanceof Refusal && setErrors(error.places) },
		);
	};
	const field = (place: string, label: string, width = 90) => (
		<TextInput
			aria-label={label}
			inputMode="decimal"
			w={width}
			classNames={{ input: look.figure }}
			value={String(typed[place] ?? "")}
			error={errors[place]}
			onChange={(e) => change(place, e.currentTarget.value)}
		/>
	);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: placeWords.rates }]} />
			<main className={look.page}>
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<div>
							<Title order={1}>{ratesWords.rateCard}</Title>
							<div className={look.soft}>{ratesWords.theShopsOwnPricesAndTimes}</div>
						</div>
						<CameBack came={form.came} back={form.back} />
						<Group>
							<TextInput
								label={ratesWords.currency}
								description={ratesWords.aCodeOrAName}
								w={140}
								maxLength={20}
								value={String(typed.currency ?? "")}
								onChange={(e) => change("currency", e.currentTarget.value)}
							/>
							<TextInput
								label={ratesWords.hoursInAWorkingDay}
								w={180}
								inputMode="decimal"
								value={String(typed.day_hours ?? "")}
								error={errors.day_hours ?? errors.day_minutes}
								onChange={(e) => change("day_hours", e.currentTarget.value)}
							/>
						</Group>
						<div className={look.scroll}>
							<Table className={css.rates}>
								<Table.Thead>
									<Table.Tr>
										<Table.Th>{ratesWords.work}</Table.Th>
										<Table.Th>{ratesWords.setUpCharge}</Table.Th>
										<Table.Th>{ratesWords.priceForEach}</Table.Th>
										<Table.Th>{ratesWords.setUpMinutes}</Table.Th>
										<Table.Th>{ratesWords.minutesForEach}</Table.Th>
										<Table.Th>{ratesWords.outside}</Table.Th>
										<Table.Th>{ratesWords.leadDays}</Table.Th>
									</Table.Tr>
								</Table.Thead>
								<Table.Tbody>
									{view.operations.map((o) => (
										<Table.Tr key={o.id}>
											<Table.Th scope="row">
												{o.title}
												<div className={look.soft}>{o.machine}</div>
												{errors[`operations.${o.id}`] ? <div className={look.wrong}>{errors[`operations.${o.id}`]}</div> : null}
											</Table.Th>
											<Table.Td>{field(`operations.${o.id}.setup`, ratesWords.setUpCharge2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.each`, ratesWords.priceForEach2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.setup_minutes`, ratesWords.setUpMinutes2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.each_minutes`, ratesWords.minutesForEach2(o.title))}</Table.Td>
											<Table.Td>
												<Checkbox
													aria-label={ratesWords.outsideWork(o.title)}
													checked={typed[`operations.${o.id}.outside`] === true}
													onChange={(e) => change(`operations.${o.id}.outside`, e.currentTarget.checked)}
												/>
											</Table.Td>
											<Table.Td>{field(`operations.${o.id}.lead_days`, ratesWords.leadDays2(o.title))}</Table.Td>
										</Table.Tr>
									))}
								</Table.Tbody>
							</Table>
						</div>
						<div className={look.scroll}>
							<Table className={css.rates}>
								<Table.Thead>
									<Table.Tr>
										<Table.Th>{ratesWords.parts}</Table.Th>
										<Table.Th>{ratesWords.priceForEach}</Table.Th>
										<Table.Th>{ratesWords.leadDays}</Table.Th>
									</Table.Tr>
								</Table.Thead>
								<Table.Tbody>
									{view.parts.map((p) => (
										<Table.Tr key={p.id}>
											<Table.Th scope="row">{p.title}</Table.Th>
											<Table.Td>{field(`parts.${p.id}.each`, ratesWords.priceForEach2(p.title))}</Table.Td>
											<Table.Td>{field(`parts.${p.id}.lead_days`, ratesWords.leadDays2(p.title))}</Table.Td>
										</Table.Tr>
									))}
								</Table.Tbody>
							</Table>
						</div>
						{set.error && Object.keys(errors).length === 0 ? (
							<Alert color="orange" variant="light">
								{set.error.message}
							</Alert>
						) : null}
						<Group>
							<Button type="submit" loading={set.isPending}>
								{ratesWords.saveTheRates}
							</Button>
							{set.isSuccess ? <span>{ratesWords.theRatesAreSaved}</span> : null}
						</Group>
					</Stack>
				</form>
			</main>
		</>
	);
}
