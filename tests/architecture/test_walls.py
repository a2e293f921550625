"""Each feature of the front end stands by itself: a way from one into another is found, whichever feature it is."""

import json
import pathlib
import subprocess
import unittest

from scripts.front_end import node_path

FRONTEND = pathlib.Path(__file__).resolve().parents[2] / "frontend"


# One process for all that is asked: [name of the file, what it imports] each; which of them breaks the wall comes back.
ASK = """
import { ESLint } from 'eslint'
import ts from 'typescript-eslint'
const asked = JSON.parse(process.argv[1])
const eslint = new ESLint({ overrideConfig: [ts.configs.disableTypeChecked] })
const broken = []
for (const [name, into] of asked) {
  const [found] = await eslint.lintText(`import { x } from '${into}'\\n\\nexport default x\\n`, { filePath: name })
  broken.push(found.messages.some((m) => m.ruleId === 'no-restricted-imports'))
}
console.log(JSON.stringify(broken))
"""


class Walls(unittest.TestCase):
    def test_a_way_from_any_feature_into_another_or_the_shell_is_found(self) -> None:
        features = sorted(p.name for p in (FRONTEND / "src" / "features").iterdir() if p.is_dir())
        self.assertGreaterEqual(len(features), 8)
        asked = [("src/shared/planted.ts", f"@/features/{features[0]}/anything", True)]
        for at, feature in enumerate(features):
            planted = f"src/features/{feature}/planted.ts"
            asked += [
                (planted, f"@/features/{features[at - 1]}/anything", True),
                (planted, "@/app/routes", True),
                (planted, "@/shared/api/client", False),
            ]
        done = subprocess.run(
            ["node", "--input-type=module", "-e", ASK, json.dumps([a[:2] for a in asked])],
            cwd=FRONTEND,
            env=node_path(),
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        for (name, into, wanted), broken in zip(asked, json.loads(done.stdout), strict=True):
            self.assertEqual(broken, wanted, f"{name} imports {into}")
