import { Button, Group, NumberInput, Select } from "@mantine/core";
import { useState } from "react";
import { useAddParts } from "../../api/changes";
import type { JobView } from "../../api/client";
import { isKind, type Kind, kindRows, plural, rowOf } from "../../api/table";
import { partsOf, tagOf } from "../../api/view";
import { Failed } from "../../ui/Failed";
import { jobWords } from "../../words/job";

/** Takes up what the job does not measure yet: rod weights, ring gaps, cam lobes and so on. */
export function AddParts({ view }: { view: JobView }) {
	const add = useAddParts(view.job.id);
	const [kind, setKind] = useState<Kind | null>(null);
	const [count, setCount] = useState<number | string>(1);
	const kinds = kindRows()
		.map((row) => row.kind)
		.filter((k) => k !== "strip" && partsOf(view, k).length === 0 && (!view.stand_in || rowOf(k).component === view.stand_in.of));
	return (
		<section aria-label={jobWords.measureSomethingElse}>
			<Group align="flex-end">
				<Select
					label={jobWords.what}
					miw={280}
					searchable
					placeholder={jobWords.rodWeightsRingGapsCamLobes}
					data={kinds.map((value) => ({ value, label: plural(value) }))}
					value={kind}
					onChange={(v) => {
						const chosen = v ?? undefined;
						if (!isKind(chosen)) return setKind(null);
						setKind(chosen);
						setCount(view.counts[chosen] ?? 1);
					}}
				/>
				<NumberInput label={jobWords.howMany} w={110} min={1} max={96} allowDecimal={false} value={count} onChange={setCount} />
				<Button
					variant="default"
					disabled={!kind}
					loading={add.isPending}
					onClick={() =>
						kind &&
						add.mutate({ kind, count: Number(count) || 1, component: tagOf(view, kind) }, { onSuccess: () => setKind(null) })
					}
				>
					{jobWords.add}
				</Button>
			</Group>
			<Failed error={add.error} mt="xs" />
		</section>
	);
}
