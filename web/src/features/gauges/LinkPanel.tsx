import { Autocomplete, Button, Group, Select, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Refusal } from "../../api/client";
import { type Instrument, type Link, portsQuery, useWire } from "../../api/gauges";
import { useIds } from "../../api/id";
import { canReadPorts } from "../../api/web-serial";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";
import { lineWords } from "../../words/line";
import css from "./gauges.module.css";

/** The port and how it is spoken to: how the gauge comes to send its readings to the bench. */
export function LinkPanel({ instrument: i }: { instrument: Instrument }) {
	const [open, setOpen] = useState(false);
	return (
		<section className={look.panel} aria-label={words.link}>
			<Title order={2} size="h4">
				{words.link}
			</Title>
			<Group justify="space-between">
				<span className={look.soft}>
					{i.link ? words.linkedTo(i.link.port) : i.facts.line ? words.notLinked : words.needsPattern}
				</span>
				{i.facts.line ? (
					<Button variant="default" onClick={() => setOpen(!open)}>
						{i.link ? words.changeLink : words.connect}
					</Button>
				) : null}
			</Group>
			{open ? <LinkForm instrument={i} onDone={() => setOpen(false)} /> : null}
		</section>
	);
}

type Typed = Record<"port" | "baud" | "data_bits" | "request" | "every" | "switch" | "debounce", string>;

const start = (l: Link | undefined): Typed => ({
	port: l?.port ?? "",
	baud: l?.baud ? String(l.baud) : "",
	data_bits: l?.data_bits ? String(l.data_bits) : "",
	request: l?.request ?? "",
	every: l?.every ? String(l.every) : "",
	switch: l?.switch ?? "",
	debounce: l?.debounce ? String(l.debounce) : "",
});

const PARITIES = ["none", "even", "odd", "mark", "space"] as const;

function LinkForm({ instrument: i, onDone }: { instrument: Instrument; onDone: () => void }) {
	const save = useWire(i.id);
	const ids = useIds();
	const ports = useQuery(portsQuery).data ?? [];
	const [typed, setTyped] = useState(() => start(i.link));
	const [sends, setSends] = useState<Link["sends"]>(i.link?.sends ?? "pressed");
	const [parity, setParity] = useState<Link["parity"]>(i.link?.parity || "none");
	const [stopBits, setStopBits] = useState<Link["stop_bits"]>(i.link?.stop_bits || "1");
	const serial = !typed.port.startsWith("tcp:");
	const wire = (link: Link) =>
		save.mutate(
			{ id: ids.of([link, i.link]), what: "wired", link },
			{
				onSuccess: () => {
					ids.done();
					onDone();
				},
			},
		);
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const number = (text: string) => Number(text) || undefined;
		wire({
			port: typed.port.trim(),
			sends,
			request: typed.request || undefined,
			every: number(typed.every),
			switch: typed.switch || undefined,
			debounce: number(typed.debounce),
			...(serial ? { baud: number(typed.baud), data_bits: number(typed.data_bits), parity, stop_bits: stopBits } : undefined),
		});
	};
	const places = save.error instanceof Refusal ? save.error.places : {};
	const field = (name: keyof Typed, label: string, description?: string, numeric = false) => (
		<TextInput
			label={label}
			description={description}
			inputMode={numeric ? "numeric" : undefined}
			value={typed[name]}
			error={places[`link.${name}`]}
			onChange={(e) => {
				const value = numeric ? e.currentTarget.value.replace(/\D/g, "") : e.currentTarget.value;
				setTyped((t) => ({ ...t, [name]: value }));
			}}
		/>
	);
	return (
		<form onSubmit={submit}>
			<Autocomplete
				my="sm"
				label={words.port}
				description={typed.port === "browser" && !canReadPorts() ? lineWords.noPorts : words.portHelp}
				data={[...ports, "browser"]}
				filter={({ options }) => options}
				value={typed.port}
				error={places["link.port"]}
				onChange={(port) => setTyped((t) => ({ ...t, port }))}
			/>
			<div className={css.fields}>
				<Select
					label={words.sends}
					allowDeselect={false}
					data={(["pressed", "shows"] as const).map((value) => ({ value, label: words.sendings[value] }))}
					value={sends}
					onChange={(s) => setSends(s as Link["sends"])}
				/>
				{field("switch", words.footSwitch, words.footSwitchHelp)}
				{field("request", words.request, words.requestHelp)}
				{field("every", words.every, words.everyHelp, true)}
				{field("debounce", words.debounce, words.debounceHelp, true)}
				{serial ? (
					<>
						{field("baud", words.baud, "9600", true)}
						{field("data_bits", words.dataBits, "8", true)}
						<Select
							label={words.parity}
							allowDeselect={false}
							data={PARITIES.map((value) => ({ value, label: words.parities[value] }))}
							value={parity}
							onChange={(p) => setParity(p as Link["parity"])}
						/>
						<Select
							label={words.stopBits}
							allowDeselect={false}
							data={["1", "1.5", "2"]}
							value={stopBits}
							onChange={(s) => setStopBits(s as Link["stop_bits"])}
						/>
					</>
				) : null}
			</div>
			{Object.keys(places).length > 0 ? null : <Failed error={save.error} mt="sm" />}
			<Group mt="md">
				<Button type="submit" loading={save.isPending}>
					{words.save}
				</Button>
				{i.link ? (
					<Button variant="default" onClick={() => wire({ port: "", sends: "pressed" })}>
						{words.unlink}
					</Button>
				) : null}
				<Button variant="default" onClick={onDone}>
					{words.cancel}
				</Button>
			</Group>
		</form>
	);
}
