import { Alert, Button, Checkbox, Group, Stack, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useSetRates } from "../../api/changes";
import { type RatesView, Refusal } from "../../api/client";
import { ratesQuery } from "../../api/queries";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { CameBack, useKept } from "../../ui/use-kept";
import { placeWords } from "../../words/places";
import { ratesWords } from "../../words/rates";
import { fromTyped, toTyped } from "./card";

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
			classNames={{ input: "figure" }}
			value={String(typed[place] ?? "")}
			error={errors[place]}
			onChange={(e) => change(place, e.currentTarget.value)}
		/>
	);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: placeWords.rates }]} />
			<main className="page">
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<div>
							<Title order={1}>{ratesWords.rateCard}</Title>
							<div className="soft">{ratesWords.theShopsOwnPricesAndTimes}</div>
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
						<div style={{ overflowX: "auto" }}>
							<table className="readings rates">
								<thead>
									<tr>
										<th>{ratesWords.work}</th>
										<th>{ratesWords.setUpCharge}</th>
										<th>{ratesWords.priceForEach}</th>
										<th>{ratesWords.setUpMinutes}</th>
										<th>{ratesWords.minutesForEach}</th>
										<th>{ratesWords.outside}</th>
										<th>{ratesWords.leadDays}</th>
									</tr>
								</thead>
								<tbody>
									{view.operations.map((o) => (
										<tr key={o.id}>
											<th scope="row">
												{o.title}
												<div className="soft">{o.machine}</div>
												{errors[`operations.${o.id}`] ? <div className="wrong">{errors[`operations.${o.id}`]}</div> : null}
											</th>
											<td>{field(`operations.${o.id}.setup`, ratesWords.setUpCharge2(o.title))}</td>
											<td>{field(`operations.${o.id}.each`, ratesWords.priceForEach2(o.title))}</td>
											<td>{field(`operations.${o.id}.setup_minutes`, ratesWords.setUpMinutes2(o.title))}</td>
											<td>{field(`operations.${o.id}.each_minutes`, ratesWords.minutesForEach2(o.title))}</td>
											<td>
												<Checkbox
													aria-label={ratesWords.outsideWork(o.title)}
													checked={typed[`operations.${o.id}.outside`] === true}
													onChange={(e) => change(`operations.${o.id}.outside`, e.currentTarget.checked)}
												/>
											</td>
											<td>{field(`operations.${o.id}.lead_days`, ratesWords.leadDays2(o.title))}</td>
										</tr>
									))}
								</tbody>
							</table>
						</div>
						<div style={{ overflowX: "auto" }}>
							<table className="readings rates">
								<thead>
									<tr>
										<th>{ratesWords.parts}</th>
										<th>{ratesWords.priceForEach}</th>
										<th>{ratesWords.leadDays}</th>
									</tr>
								</thead>
								<tbody>
									{view.parts.map((p) => (
										<tr key={p.id}>
											<th scope="row">{p.title}</th>
											<td>{field(`parts.${p.id}.each`, ratesWords.priceForEach2(p.title))}</td>
											<td>{field(`parts.${p.id}.lead_days`, ratesWords.leadDays2(p.title))}</td>
										</tr>
									))}
								</tbody>
							</table>
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
