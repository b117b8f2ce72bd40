import { Button, Group, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Refusal } from "../../api/client";
import { shopQuery, useSetShop } from "../../api/queries";

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
			<p className="soft">
				{shop.public_url
					? `Codes on papers lead to ${shop.public_url}. `
					: "Papers carry no code yet: Ledge does not know under which address others reach it. "}
				{shop.fixed ? null : (
					<button type="button" className="plain-link" onClick={() => setTyped(shop.public_url)}>
						{shop.public_url ? "change" : "say the address"}
					</button>
				)}
			</p>
		);
	}
	return (
		<form onSubmit={submit}>
			<Group align="end" gap="xs" my="xs" wrap="nowrap">
				<TextInput
					label="Address of this shop's Ledge"
					placeholder="https://ledge.example.org"
					value={typed}
					onChange={(e) => setTyped(e.currentTarget.value)}
					error={set.error instanceof Refusal ? (set.error.places.public_url ?? set.error.message) : set.error?.message}
					maxLength={200}
					style={{ flex: 1 }}
					data-autofocus
				/>
				<Button type="submit" variant="default" loading={set.isPending}>
					Keep
				</Button>
			</Group>
		</form>
	);
}
