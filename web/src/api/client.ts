import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

/** Looks the network up at every call, so that tests can take its place. */
export const client = createClient<paths>({ baseUrl: window.location.origin, fetch: (request) => globalThis.fetch(request) });

/** Sent where somebody has to sign in anew; the page asks for it and nothing typed is lost. */
export const SIGNED_OUT = "ledge:signed-out";

let asking = "";
let signing = false;

/** Says who asks from now on. Where people sign in the server knows, and refuses what was entered in another's name. */
export function askAs(name: string, signedIn = false) {
	asking = name;
	signing = signedIn;
}

/** Who asks at the moment. */
export const asker = (): string => asking;

/** Whether what a person entered may be sent now: where people sign in, only while it is they who are signed in. */
export const maySendFor = (name: string): boolean => !signing || name === asking;

/** The header that says who entered something, whoever is at the bench by now. */
export const enteredBy = (name: string): Record<string, string> => ({ "Ledge-Person": encodeURIComponent(name) });

client.use({
	onRequest({ request }) {
		if (asking && !request.headers.has("Ledge-Person")) request.headers.set("Ledge-Person", encodeURIComponent(asking));
		return request;
	},
	onResponse({ response, schemaPath }) {
		if (response.status === 401 && schemaPath !== "/api/v1/session") window.dispatchEvent(new Event(SIGNED_OUT));
	},
});

type Schemas = components["schemas"];
export type JobView = Schemas["JobView"];
/** A job with its sets, their reasons and ways, and who signed them. */
export type DecidedView = JobView & { decided: Schemas["SetsView"] };
/** A job with what is ordered of it. */
export type OrderedView = JobView & { orders: Schemas["OrdersView"] };
export type ReadingAnswer = Schemas["ReadingAnswer"];
export type JobLine = Schemas["JobLine"];
export type StandIn = Schemas["StoreStandIn"];
export type Component = Schemas["StoreComponent"];
export type FeatureView = Schemas["FeatureView"];
export type Finding = Schemas["InspectionFinding"];
export type Check = Schemas["LimitCheck"];
export type DecisionSet = Schemas["DispositionSet"];
export type Option = Schemas["DispositionOption"];
export type Rung = Schemas["DispositionRung"];
export type Reading = Schemas["StoreReading"];
export type Journal = Schemas["EngineJournal"];
export type Cell = Schemas["PlanCell"];
export type Limits = Schemas["LimitLimits"];
export type LimitSet = Schemas["InspectionLimitSet"];
export type Policy = Schemas["InspectionPolicy"];
export type Plan = Schemas["PlanPlan"];
export type NewJob = Schemas["NewJobBody"];
export type CardsView = Schemas["CardsView"];
export type TakenCard = Schemas["TakenCard"];
export type EarlierView = Schemas["EarlierView"];
export type ComponentBody = Schemas["ComponentBody"];
export type ReplacementBody = Schemas["ReplacementBody"];
export type NoteBody = Schemas["NoteBody"];
export type Note = Schemas["StoreNote"];
export type ReadingBody = Schemas["ReadingBody"];
export type LookBody = Schemas["LookBody"];
export type GaugeSetup = Schemas["StoreGaugeSetup"];
export type GaugeBody = Schemas["GaugeBody"];
export type GaugeCheckBody = Schemas["GaugeCheckBody"];
export type ConditionBody = Schemas["ConditionBody"];
export type Condition = Schemas["StoreCondition"];
export type AnswerBody = Schemas["AnswerBody"];
export type WalkItem = Schemas["WalkItem"];
export type WalkConcern = Schemas["WalkConcern"];
export type JobHead = Schemas["StoreJobHead"];
export type CostsView = Schemas["CostsView"];
export type RateCard = Schemas["ScheduleCard"];
export type RatesView = Schemas["RatesView"];
export type AnewBody = Schemas["AnewBody"];
export type JudgementPreview = Schemas["JudgementPreview"];
export type BuildView = Schemas["BuildView"];
export type Matching = Schemas["DispositionMatching"];
export type Sheet = Schemas["OrderSheet"];
export type SheetLine = Schemas["OrderLine"];
export type Issued = Schemas["IssuedView"];
export type Proof = Schemas["OrderProof"];
export type OrderEventBody = Schemas["OrderEventBody"];
export type DecisionBody = Schemas["DecisionBody"];
export type SessionView = Schemas["SessionView"];
export type Person = Schemas["OfficePerson"];
export type PersonBody = Schemas["PersonBody"];
export type Moment = Schemas["StoreMoment"];
export type FoundJob = Schemas["StoreFoundJob"];
export type LearnedView = Schemas["LearnedView"];
export type LearnedPart = Schemas["LearnedPart"];
export type SharedView = Schemas["SharedView"];
export type Share = Schemas["StoreShare"];
export type Session = Schemas["SessionLine"];
export type Trouble = Schemas["DbTrouble"];
export type Closing = Schemas["StoreClosing"];
export type Outcome = Exclude<Closing["outcome"], "reopened">;
export type ShopView = Schemas["ShopView"];
export type AssemblyView = Schemas["AssemblyView"];
export type AssemblyEvent = Schemas["AssemblyEvent"];
export type AssemblyPlan = Schemas["AssemblyPlan"];
export type TorqueCard = Schemas["AssemblyCard"];
export type TorqueRun = Schemas["AssemblyRun"];
export type Torque = Schemas["UnitTorque"];
export type AssemblyTask = Schemas["AssemblyTask"];
export type OpenThing = Schemas["AssemblyOpenThing"];
export type RingGap = Schemas["AssemblyRingGap"];
export type Ring = RingGap["ring"];
export type PolishView = Schemas["PolishView"];
export type PartLine = Schemas["PartView"];
type ProblemDocument = Schemas["ErrorModel"];

/** What the server refused, with the places it names. */
export class Refusal extends Error {
	readonly status: number;
	/** Sentences by place, such as `limits.book.main_journal.new`. */
	readonly places: Record<string, string>;
	/** Marks such as `unusual`, by place. */
	readonly marks: Record<string, unknown>;

	constructor(status: number, problem: ProblemDocument | undefined) {
		super(problem?.detail || problem?.title || "The server refused this without saying why.");
		this.status = status;
		this.places = {};
		this.marks = {};
		for (const e of problem?.errors ?? []) {
			const place = (e.location ?? "").replace(/^body\.?/, "");
			this.places[place] = e.message ?? "";
			this.marks[place] = e.value;
		}
	}
}

/** The server did not answer at all. */
export class Unreachable extends Error {
	constructor() {
		super("The server does not answer. What you typed is still here; try again in a moment.");
	}
}

/** Returns the data of an answer that may be empty, or throws a Refusal or Unreachable. */
export async function settle(answer: Promise<{ error?: unknown; response: Response }>): Promise<void> {
	await unwrap(answer.then((result) => ({ ...result, data: true })));
}

/** Returns the data of an answer, or throws a Refusal or Unreachable. */
export async function unwrap<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
	let result: { data?: T; error?: unknown; response: Response };
	try {
		result = await answer;
	} catch {
		throw new Unreachable();
	}
	if (result.error !== undefined || result.data === undefined) {
		throw new Refusal(result.response.status, result.error as ProblemDocument | undefined);
	}
	return result.data;
}
