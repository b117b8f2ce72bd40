import { Button, Group } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSample } from "../../api/changes";
import { shopQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { shopWords } from "../../words/shop";

/** Says that the sample's jobs are here, and takes them away when they have served. */
export function SampleNote() {
	const shop = useQuery(shopQuery);
	const sample = useSample();
	const [sure, setSure] = useState(false);
	if (!shop.data?.sample) return null;
	return (
		<div className={look.note}>
			<Group gap="xs">
				{sure ? shopWords.areYouSure : shopWords.theSampleIsHere}
				{sure ? (
					<>
						<Button size="compact-sm" loading={sample.isPending} onClick={() => sample.mutate(false)}>
							{shopWords.takeItAway}
						</Button>
						<Button size="compact-sm" variant="default" onClick={() => setSure(false)}>
							{shopWords.keepIt}
						</Button>
					</>
				) : (
					<Button size="compact-sm" variant="default" onClick={() => setSure(true)}>
						{shopWords.takeTheSampleAway}
					</Button>
				)}
			</Group>
			<Failed error={sample.error} />
		</div>
	);
}
