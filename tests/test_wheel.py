"""What is handed on: one file that runs with no Node and nothing beside it, and a doctor that says what is there."""

import os
import shutil
import socket
import sqlite3
import subprocess
import sys
import urllib.request
import zipfile
from pathlib import Path

import pytest

from finebatch.cli import main
from finebatch.store.database import Store
from finebatch.store.lock import folder_lock, holder

ROOT = Path(__file__).resolve().parents[1]


@pytest.fixture(scope="module")
def wheel(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Built of a copy, so that tests beside this one find the folder as it was."""
    copy = tmp_path_factory.mktemp("source")
    shutil.copytree(ROOT / "finebatch", copy / "finebatch", ignore=shutil.ignore_patterns("__pycache__"))
    shutil.copytree(ROOT / "tools", copy / "tools")
    shutil.copytree(ROOT / "web" / "dist", copy / "web" / "dist")
    for name in ("pyproject.toml", "README.md", "LICENSE"):
        shutil.copy(ROOT / name, copy)
    command = [sys.executable, "-m", "hatchling", "build", "-t", "wheel"]
    subprocess.run(command, cwd=copy, check=True, capture_output=True)
    (found,) = (copy / "dist").glob("*.whl")
    return found


def test_the_wheel_holds_interface_fonts_and_facts(wheel: Path) -> None:
    names = zipfile.ZipFile(wheel).namelist()
    for wanted in (
        "web/index.html",
        "web/sw.js",
        "web/manifest.webmanifest",
        "web/third-party-notices.txt",
        "reference/ingredients.csv",
    ):
        assert f"finebatch/{wanted}" in names
    assert any(name.startswith("finebatch/web/assets/") and name.endswith(".woff2") for name in names)
    assert any(name.startswith("finebatch/formats/fonts/") for name in names)
    assert any(name.startswith("finebatch/store/migrations/versions/") for name in names)
    assert not any(name.startswith(("tests/", "web/", "node_modules")) for name in names)


def test_the_wheel_runs_by_itself_with_no_node(wheel: Path, tmp_path: Path) -> None:
    """Installed beside the packages it names (which this environment has), in a folder of its own, with nothing else on the path."""
    home = tmp_path / "installed"
    subprocess.run(
        [sys.executable, "-m", "zipfile", "-e", str(wheel), str(home)], check=True
    )  # what an installer does with a pure wheel
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    clean = {
        "PATH": "/nowhere",
        "PYTHONPATH": str(home),
        "HOME": str(tmp_path),
        "LANG": os.environ.get("LANG", "C.UTF-8"),
    }
    command = [
        sys.executable,
        "-c",
        "import sys, finebatch.cli; print(finebatch.__file__, flush=True); sys.exit(finebatch.cli.main())",
    ]
    served = subprocess.Popen(
        [*command, "serve", "--port", str(port)], cwd=tmp_path, env=clean, stdout=subprocess.PIPE, text=True
    )
    with served:
        try:
            assert served.stdout is not None
            assert served.stdout.readline().startswith(str(home))
            assert "ready" in served.stdout.readline()
            page = urllib.request.urlopen(f"http://127.0.0.1:{port}/", timeout=20).read().decode()
            script = page.split('src="/assets/')[1].split('"')[0]
            assert urllib.request.urlopen(f"http://127.0.0.1:{port}/assets/{script}", timeout=20).status == 200
            assert urllib.request.urlopen(f"http://127.0.0.1:{port}/api/catalogue", timeout=20).status == 200
        finally:
            served.terminate()
            served.wait(timeout=20)
    assert (tmp_path / ".local/share/finebatch/kitchen.db").is_file()
    looked = subprocess.run([*command, "doctor"], cwd=tmp_path, env=clean, capture_output=True, text=True, check=False)
    assert looked.returncode == 0, looked.stdout
    assert str(home / "finebatch" / "web") in looked.stdout


def test_the_doctor_says_what_is_wrong(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["doctor", "--data", str(tmp_path / "none")]) == 0
    assert "the first start makes one" in capsys.readouterr().out
    assert not (tmp_path / "none").exists()  # looking makes nothing
    store = Store(tmp_path / "data")
    store.close()
    with folder_lock(tmp_path / "data", "the Fine Batch at home"):
        assert main(["doctor", "--data", str(tmp_path / "data")]) == 0
        said = capsys.readouterr().out
        assert "now, by the Fine Batch at home" in said
        assert "none yet: one a day" in said
    assert holder(tmp_path / "data") is None
    copies = tmp_path / "data" / "copies"
    copies.mkdir()
    (copies / "backup-2020-01-01-000000Z.db").touch()
    assert main(["doctor", "--data", str(tmp_path / "data")]) == 1
    assert "WRONG copies" in capsys.readouterr().out
    sqlite3.connect(tmp_path / "data" / "kitchen.db").execute("DROP TABLE alembic_version")
    assert main(["doctor", "--data", str(tmp_path / "data")]) == 1
    assert "WRONG kitchen" in capsys.readouterr().out


def test_a_service_file_names_this_program_and_this_folder(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["service", "--home", "--data", str(tmp_path / "My 100% kitchen")]) == 0
    said = capsys.readouterr().out
    assert f'--data "{tmp_path}/My 100%% kitchen" --home' in said
    assert f"ExecStart={sys.executable} -m finebatch.cli serve" in said
