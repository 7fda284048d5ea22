import tailwindcss from "@tailwindcss/vite";
import vue from "@vitejs/plugin-vue";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  base: "/static/",
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  define: {
    __VUE_OPTIONS_API__: "true",
    __VUE_I18N_FULL_INSTALL__: "false",
    __VUE_I18N_LEGACY_API__: "false",
    __INTLIFY_PROD_DEVTOOLS__: "false",
    __INTLIFY_DROP_MESSAGE_COMPILER__: "false",
  },
  build: {
    manifest: "manifest.json",
    outDir: "../server/assets",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rollupOptions: {
      input: { main: "src/app/main.ts", sw: "src/app/offline/worker.ts" },
      // The service worker is asked for by its name, at the root of the site.
      output: { entryFileNames: ({ name }) => (name === "sw" ? "sw.js" : "assets/[name]-[hash].js") },
    },
  },
  server: { host: "127.0.0.1", port: 5173, strictPort: true, origin: "http://127.0.0.1:5173" },
});
