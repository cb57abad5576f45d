import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { compression } from "vite-plugin-compression2";

export default defineConfig({
  // Shipped compressed: the server picks the form a browser takes (Http/ClientFiles.cs).
  plugins: [
    react(),
    tailwindcss(),
    compression({ algorithms: ["gzip", "brotliCompress"], include: /\.(html|js|css|svg)$/, threshold: 500 }),
  ],
  build: { outDir: "../Hexaprep.Web/wwwroot", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 600 },
  logLevel: "warn",
});
