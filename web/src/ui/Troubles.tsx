import { Alert, Stack } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { shopQuery } from "../api/queries";
import look from "../look/look.module.css";
import { appWords } from "../words/app";
import { dateTime } from "../words/intl";

const TITLE = {
	full: appWords.theDiskIsFull,
	disk: appWords.theDiskFails,
	gone: appWords.theShopsFileIsGone,
	damaged: appWords.theShopsFileIsDamaged,
	copy: appWords.noCopyWasMade,
};

/** What is wrong with the shop's file and wants somebody to see to it; nothing where all is well. */
export function Troubles() {
	const shop = useQuery({ ...shopQuery, refetchInterval: 60_000 }).data;
	if (!shop?.troubles.length) return null;
	return (
		<Stack gap="xs">
			{shop.troubles.map((t) => (
				<Alert key={t.code} color="red" title={TITLE[t.code]}>
					{t.sentence} <span className={look.soft}>{appWords.since(dateTime(t.since))}</span>
				</Alert>
			))}
		</Stack>
	);
}
