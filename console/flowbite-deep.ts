import type { Plugin } from "vite";
import { readFileSync } from "node:fs";
/** Rewrites barrel imports of flowbite-svelte / its icons (ours and the library's own) to one file per component,
 *  so that a component lands in the chunk of the route that uses it. */
export function flowbiteDeep(): Plugin {
  const has = (pkg: string) =>
    new Set(
      Object.keys(JSON.parse(readFileSync(`node_modules/${pkg}/package.json`, "utf8")).exports).map((k) => k.slice(2)),
    );
  const sets: Record<string, Set<string>> = {
    "flowbite-svelte": has("flowbite-svelte"),
    "flowbite-svelte-icons": has("flowbite-svelte-icons"),
  };
  const rx = /import\s*\{([^}]*)\}\s*from\s*["'](flowbite-svelte|flowbite-svelte-icons|\.\.|\.\.\/\.\.)["'];?/g;
  return {
    name: "flowbite-deep",
    enforce: "pre",
    transform: {
      filter: { id: /\.svelte$/ },
      handler(code, id) {
        const inside = id.includes("/flowbite-svelte/dist/");
        const out = code.replace(rx, (all, names: string, from: string) => {
          const rel = from.startsWith(".");
          if (rel && !inside) return all;
          const pkg = rel ? "flowbite-svelte" : from;
          const list = names
            .split(",")
            .map((n) => n.trim())
            .filter(Boolean);
          const deep: string[] = [],
            types: string[] = [],
            rest: string[] = [];
          for (const n of list) {
            if (n.startsWith("type ")) types.push(n.slice(5));
            else if (sets[pkg]!.has(`${n.split(" ")[0]}.svelte`)) {
              const [a, , b] = n.split(/\s+/);
              deep.push(`import ${b ?? a} from "${pkg}/${a}.svelte";`);
            } else rest.push(n);
          }
          return [
            ...deep,
            types.length ? `import type { ${types.join(", ")} } from "${from}";` : "",
            rest.length ? `import { ${rest.join(", ")} } from "${from}";` : "",
          ].join(" ");
        });
        return out === code ? null : { code: out, map: null };
      },
    },
  };
}
