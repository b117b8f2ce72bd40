import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-mono";
import "./app/base.css";
import "@mantine/core/styles.layer.css";
import "@mantine/notifications/styles.layer.css";
import { type ReactNode, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Ground } from "./app/Ground";
import { keys } from "./ui/keys";

const show = (page: ReactNode) => {
	const root = document.getElementById("root");
	if (root) {
		createRoot(root).render(
			<StrictMode>
				<Ground>{page}</Ground>
			</StrictMode>,
		);
	}
};

// A customer's link shows one report, asks nobody who they are, and brings nothing of the shop's own pages.
const token = /^\/r\/([^/]+)/.exec(window.location.pathname)?.[1];
if (token !== undefined) {
	void import("./features/report/SharedPlace").then(({ SharedPlace }) => show(<SharedPlace token={token} />));
} else {
	keys.listen();
	void import("./app/Inside"); // it is needed next
	void import("./app/App").then(({ App }) => show(<App />));
}
