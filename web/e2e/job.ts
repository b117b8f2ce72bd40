import type { APIRequestContext } from "@playwright/test";
import type { DecidedView, OrderedView } from "../src/api/client";

/** A job with what is decided and ordered of it. */
export async function job(request: APIRequestContext, id: number, base = ""): Promise<DecidedView & OrderedView> {
	const ask = async (what: string) => (await request.get(`${base}/api/v1/jobs/${id}${what}`)).json();
	return { ...(await ask("")), decided: await ask("/decisions"), orders: await ask("/orders") };
}
