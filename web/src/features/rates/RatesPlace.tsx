import { Alert, Button, Checkbox, Group, Stack, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type RatesView, Refusal } from "../../api/client";
import { ratesQuery, useSetRates } from "../../api/queries";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { CameBack, useKept } from "../../app/use-kept";
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
			<Bar trail={[{ text: "Shop", to: "/" }, { text: "Rates" }]} />
			<main className="page">
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<div>
							<Title order={1}>Rate card</Title>
							<div className="soft">
								The shop's own prices and times. Blank counts as zero. Outside work takes its lead days instead of minutes.
							</div>
						</div>
						<CameBack came={form.came} back={form.back} />
						<Group>
							<TextInput
								label="Currency"
								w={140}
								maxLength={20}
								value={String(typed.currency ?? "")}
								onChange={(e) => change("currency", e.currentTarget.value)}
							/>
							<TextInput
								label="Hours in a working day"
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
										<th>Work</th>
										<th>Set-up charge</th>
										<th>Price for each</th>
										<th>Set-up minutes</th>
										<th>Minutes for each</th>
										<th>Outside</th>
										<th>Lead days</th>
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
											<td>{field(`operations.${o.id}.setup`, `${o.title}: set-up charge`)}</td>
											<td>{field(`operations.${o.id}.each`, `${o.title}: price for each`)}</td>
											<td>{field(`operations.${o.id}.setup_minutes`, `${o.title}: set-up minutes`)}</td>
											<td>{field(`operations.${o.id}.each_minutes`, `${o.title}: minutes for each`)}</td>
											<td>
												<Checkbox
													aria-label={`${o.title}: outside work`}
													checked={typed[`operations.${o.id}.outside`] === true}
													onChange={(e) => change(`operations.${o.id}.outside`, e.currentTarget.checked)}
												/>
											</td>
											<td>{field(`operations.${o.id}.lead_days`, `${o.title}: lead days`)}</td>
										</tr>
									))}
								</tbody>
							</table>
						</div>
						<div style={{ overflowX: "auto" }}>
							<table className="readings rates">
								<thead>
									<tr>
										<th>Parts</th>
										<th>Price for each</th>
										<th>Lead days</th>
									</tr>
								</thead>
								<tbody>
									{view.parts.map((p) => (
										<tr key={p.id}>
											<th scope="row">{p.title}</th>
											<td>{field(`parts.${p.id}.each`, `${p.title}: price for each`)}</td>
											<td>{field(`parts.${p.id}.lead_days`, `${p.title}: lead days`)}</td>
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
								Save the rates
							</Button>
							{set.isSuccess ? <span>The rates are saved.</span> : null}
						</Group>
					</Stack>
				</form>
			</main>
		</>
	);
}
