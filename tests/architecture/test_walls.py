"""Each feature of the front end stands by itself: a way from one into another is found, whichever feature it is."""

import pathlib
import subprocess
import unittest

from scripts.front_end import node_path

FRONTEND = pathlib.Path(__file__).resolve().parents[2] / "frontend"


class Walls(unittest.TestCase):
    def test_a_way_from_any_feature_into_another_or_the_shell_is_found(self):
        features = sorted(p.name for p in (FRONTEND / "src" / "features").iterdir() if p.is_dir())
        self.assertGreaterEqual(len(features), 8)
        for at, feature in enumerate(features):
            other = features[at - 1]
            for into in (f"@/features/{other}/anything", "@/app/routes"):
                with self.subTest(feature, into=into):
                    self.assertIn("no-restricted-imports", self.lint(f"src/features/{feature}/planted.ts", into))
            self.assertNotIn("no-restricted-imports", self.lint(f"src/features/{feature}/planted.ts", "@/shared/api"))
        self.assertIn("no-restricted-imports", self.lint("src/shared/planted.ts", f"@/features/{features[0]}/anything"))

    def lint(self, name: str, into: str) -> str:
        """What the linter says of a file of this name that imports this; the file is never written."""
        done = subprocess.run(
            ["npx", "--no-install", "eslint", "--stdin", "--stdin-filename", name, "--format", "json"], cwd=FRONTEND,
            input=f"import {{ x }} from '{into}'\n\nexport default x\n", env=node_path(), capture_output=True,
            text=True, check=False,
        )  # fmt: skip
        return done.stdout
