import { Button, Group, TextInput } from "@mantine/core";
import { useState } from "react";
import { type Instrument, useInstrument } from "../../api/gauges";
import { useIds } from "../../api/id";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";

/** Takes an instrument out of service with a reason, or brings it back. */
export function ServicePanel({ instrument: i }: { instrument: Instrument }) {
	const save = useInstrument(i.id);
	const ids = useIds();
	const [reason, setReason] = useState("");
	const what = i.out ? ("back" as const) : ("out" as const);
	return (
		<form
			onSubmit={(e) => {
				e.preventDefault();
				save.mutate(
					{ id: ids.of([what, reason, i.out?.id]), what, reason: i.out ? "" : reason },
					{
						onSuccess: () => {
							ids.done();
							setReason("");
						},
					},
				);
			}}
		>
			<Group align="flex-end">
				{i.out ? null : (
					<TextInput flex={1} label={words.whyOut} value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
				)}
				<Button type="submit" variant="default" loading={save.isPending}>
					{i.out ? words.bringBack : words.takeOut}
				</Button>
			</Group>
			<Failed error={save.error} mt="xs" />
		</form>
	);
}
