import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/sofia-sans-extra-condensed/wght.css";
import "./styles.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { listen } from "./api/live";
import { keepSending } from "./api/outbox";
import { queryClient } from "./api/queries";
import { router } from "./app/router";

listen();
keepSending();

const element = document.getElementById("root");
if (element) {
  createRoot(element).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
