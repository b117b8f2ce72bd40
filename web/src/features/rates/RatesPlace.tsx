import { Button, Checkbox, Group, Stack, Table, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useSetRates } from "../../api/changes";
import { type RatesView, Refusal } from "../../api/client";
import { ratesQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { CameBack, useKeptForm } from "../../ui/use-kept";
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
	const kept = useKeptForm(
		"rate-card",
		() =>
			toTyped(
				view.card,
				view.operations.map((o) => o.id),
				view.parts.map((p) => p.id),
			),
		{ validate: (typed) => fromTyped(typed).errors, onValuesChange: set.reset },
	);
	const { form } = kept;
	const submit = form.onSubmit((typed) =>
		set.mutate(
			{ ...fromTyped(typed).card, version: view.version },
			{ onSuccess: kept.drop, onError: (error) => error instanceof Refusal && form.setErrors(error.places) },
		),
	);
	const field = (place: string, label: string) => (
		<TextInput aria-label={label} inputMode="decimal" w={90} classNames={{ input: look.figure }} {...form.getInputProps(place)} />
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
						<CameBack came={kept.came} back={kept.back} />
						<Group>
							<TextInput
								label={ratesWords.currency}
								description={ratesWords.aCodeOrAName}
								w={140}
								maxLength={20}
								{...form.getInputProps("currency")}
							/>
							<TextInput
								label={ratesWords.hoursInAWorkingDay}
								w={180}
								inputMode="decimal"
								{...form.getInputProps("day_hours")}
								error={form.errors.day_hours ?? form.errors.day_minutes}
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
												{form.errors[`operations.${o.id}`] ? (
													<div className={look.wrong}>{form.errors[`operations.${o.id}`]}</div>
												) : null}
											</Table.Th>
											<Table.Td>{field(`operations.${o.id}.setup`, ratesWords.setUpCharge2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.each`, ratesWords.priceForEach2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.setup_minutes`, ratesWords.setUpMinutes2(o.title))}</Table.Td>
											<Table.Td>{field(`operations.${o.id}.each_minutes`, ratesWords.minutesForEach2(o.title))}</Table.Td>
											<Table.Td>
												<Checkbox
													aria-label={ratesWords.outsideWork(o.title)}
													{...form.getInputProps(`operations.${o.id}.outside`, { type: "checkbox" })}
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
						<Failed error={Object.keys(form.errors).length === 0 ? set.error : null} />
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
