import { Alert, Button, Group, NumberInput, Select, Title } from "@mantine/core";
import { useState } from "react";
import type { JobView } from "../../api/client";
import { useAddParts } from "../../api/queries";
import { partsOf } from "../../api/view";
import { KIND_WORD } from "../../api/words";

/** How many there usually are of a kind. */
function usual(view: JobView, kind: string): number {
	const { cylinders, mains, throws } = view.job;
	if (kind === "cam_lobe") return 2 * cylinders;
	if (/^main_(shell|strip)$/.test(kind) || kind.startsWith("cam_")) return mains;
	if (/^rod_(shell|strip)$/.test(kind) || kind === "pin_height") return throws;
	if (kind === "deck" || kind === "deck_heights") return view.job.arrangement === "inline" ? 1 : 2;
	if (kind === "end_float" || kind === "tunnel_edge" || kind === "main_alignment") return 1;
	return cylinders;
}

/** Takes up what the job does not measure yet: rod weights, ring gaps, cam lobes and so on. */
export function AddParts({ view }: { view: JobView }) {
	const add = useAddParts(view.job.id);
	const [kind, setKind] = useState<string | null>(null);
	const [count, setCount] = useState<number | string>(1);
	const kinds = Object.keys(KIND_WORD).filter((k) => partsOf(view, k).length === 0);
	return (
		<section aria-label="Measure something else">
			<Title order={2} size="h4" mb="xs">
				Measure something else, too
			</Title>
			<Group align="flex-end">
				<Select
					label="What"
					miw={280}
					searchable
					placeholder="rod weights, ring gaps, cam lobes…"
					data={kinds.map((value) => ({ value, label: KIND_WORD[value] ?? value }))}
					value={kind}
					onChange={(v) => {
						setKind(v);
						if (v) setCount(usual(view, v));
					}}
				/>
				<NumberInput label="How many" w={110} min={1} max={96} allowDecimal={false} value={count} onChange={setCount} />
				<Button
					variant="default"
					disabled={!kind}
					loading={add.isPending}
					onClick={() => kind && add.mutate({ kind, count: Number(count) || 1 }, { onSuccess: () => setKind(null) })}
				>
					Take it up
				</Button>
			</Group>
			{add.error ? (
				<Alert color="orange" variant="light" mt="xs">
					{add.error.message}
				</Alert>
			) : null}
		</section>
	);
}
