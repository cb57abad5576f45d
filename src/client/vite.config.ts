import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: "../Hexaprep.Web/wwwroot", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 600 },
  logLevel: "warn",
});
