"""What ESLint must stop: a name, the file it is planted in, its text, the rule that stops it."""

CASES = (
    (
        "a stray text",
        "src/places/week/components/Bad.vue",
        "<template><p>Stray words</p></template>",
        "no-bare-strings-in-template",
    ),
    ("any", "src/places/week/bad.ts", "export const x: any = 1;\n", "no-explicit-any"),
    ("v-html", "src/places/week/components/Bad.vue", "<template><p v-html=\"''\" /></template>", "vue/no-v-html"),
    (
        "Headless UI outside the design system",
        "src/places/week/bad.ts",
        'import { Menu } from "@headlessui/vue";\nexport const x = Menu;\n',
        "no-restricted-imports",
    ),
    (
        "the design system in the API's client",
        "src/api/bad.ts",
        'import { say } from "@/ui/notice/notices";\nexport const y = say;\n',
        "no-restricted-imports",
    ),
    (
        "a place inside the design system",
        "src/ui/bad.ts",
        'import { x } from "@/places/week/queries";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "what belongs to items in the frame",
        "src/frame/bad.ts",
        'import { x } from "@/items/said";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "a place among what places share",
        "src/items/bad.ts",
        'import { x } from "@/places/week/queries";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "the shell inside a place",
        "src/places/week/bad.ts",
        'import { x } from "@/app/router";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "another place by its name",
        "src/places/week/bad.ts",
        'import { x } from "@/places/term/queries";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "another place by the way round",
        "src/places/week/components/bad.ts",
        'import { x } from "../../term/queries";\nexport const y = x;\n',
        "no-restricted-imports",
    ),
    (
        "a function that is too long",
        "src/places/week/bad.ts",
        "export function f(): void {\n" + "".join(f"  console.log({n});\n" for n in range(45)) + "}\n",
        "max-lines-per-function",
    ),
    (
        "a file that is too long",
        "src/places/week/bad.ts",
        "".join(f"export const c{n} = {n};\n" for n in range(420)),
        "max-lines",
    ),
)
