import { Button, Group, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useSetShop } from "../../api/changes";
import { Refusal } from "../../api/client";
import { shopQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { reportWords } from "../../words/report";
import css from "./report.module.css";

/** Under which address the codes on papers are followed; without one papers carry no code. */
export function PublicAddress() {
	const shop = useQuery(shopQuery).data;
	const set = useSetShop();
	const [typed, setTyped] = useState<string>();
	if (!shop) return null;
	const submit = (event: FormEvent) => {
		event.preventDefault();
		set.mutate({ public_url: typed ?? "", version: shop.version }, { onSuccess: () => setTyped(undefined) });
	};
	if (typed === undefined) {
		return (
			<p className={look.soft}>
				{shop.public_url ? reportWords.codesOnPapersLeadTo(shop.public_url) : reportWords.papersCarryNoCodeYetLedge}{" "}
				{shop.fixed ? null : (
					<button type="button" className={look.plainLink} onClick={() => setTyped(shop.public_url)}>
						{shop.public_url ? reportWords.change : reportWords.sayTheAddress}
					</button>
				)}
			</p>
		);
	}
	return (
		<form onSubmit={submit}>
			<Group align="end" gap="xs" my="xs" wrap="nowrap">
				<TextInput
					label={reportWords.addressOfThisShopsLedge}
					placeholder={reportWords.httpsLedgeExampleOrg}
					value={typed}
					onChange={(e) => setTyped(e.currentTarget.value)}
					error={set.error instanceof Refusal ? (set.error.places.public_url ?? set.error.message) : set.error?.message}
					maxLength={200}
					className={css.grow}
					data-autofocus
				/>
				<Button type="submit" variant="default" loading={set.isPending}>
					{reportWords.save}
				</Button>
			</Group>
		</form>
	);
}
