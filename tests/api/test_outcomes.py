"""Reports, reasons, prints and cutters through the API."""

import pytest
from fastapi.testclient import TestClient

from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.cutters import Cutter
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import cut_dough

KITCHEN = Kitchen().model_dump(mode="json")


def body(form: object, **settings: object) -> dict:
    return {"dough": cut_dough(form=form, **settings).model_dump(mode="json"), "kitchen": KITCHEN}


def test_a_report_holds_finishes_yields_and_guides(client: TestClient) -> None:
    glaze = Finishing(kind=FinishKind.GLAZE)
    answer = client.post("/api/reports", json=body(CutoutForm(cutter=Cutter.STAR), finishings=(glaze,))).json()
    assert answer["finishes"][0]["kind"] == "glaze"
    assert answer["yields"][0]["count"] == answer["assessment"]["outcome"]["pieces"]["count"]
    assert answer["guides"][0]["id"] == "roll-1"
    assert answer["guides"][-1]["id"] == "tray"


def test_reasons_are_told_and_an_empty_dough_has_none(client: TestClient) -> None:
    answer = client.post("/api/whys", json=body(CutoutForm()))
    assert answer.json()["plain"].startswith("a plain butter cut-out")
    empty = body(CutoutForm(), lines=())
    refused = client.post("/api/whys", json=empty)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "lines"


@pytest.mark.parametrize(
    ("form", "guide"),
    [(CutoutForm(), "roll-1"), (PanForm(), "pan"), (RuskForm(length_mm=240), "slices")],
    ids=["cut", "pan", "rusk"],
)
def test_a_guide_prints_as_pdf_and_svg(client: TestClient, form: object, guide: str) -> None:
    pdf = client.post("/api/prints", json={**body(form, name="Tide Rounds"), "guide_id": guide})
    assert pdf.status_code == 200
    assert pdf.headers["content-type"] == "application/pdf"
    assert pdf.content.startswith(b"%PDF")
    assert 'filename="tide-rounds-' in pdf.headers["content-disposition"]
    svg = client.post("/api/prints", json={**body(form), "guide_id": guide, "form_of": "svg", "paper": "letter"})
    assert svg.text.startswith("<svg")


def test_a_guide_that_is_not_there_is_not_found(client: TestClient) -> None:
    assert client.post("/api/prints", json={**body(PanForm()), "guide_id": "roll-9"}).status_code == 404


def test_the_drawer_and_a_cutter_of_ones_own(client: TestClient) -> None:
    drawer = client.get("/api/cutters").json()
    assert {"round", "star", "heart", "crescent", "figure"} <= {cutter["cutter"] for cutter in drawer}
    good = client.post(
        "/api/cutters", json={"svg": "<svg xmlns='http://www.w3.org/2000/svg'><rect width='4' height='2'/></svg>"}
    )
    assert len(good.json()["ring"]) == 4
    own = body(CutoutForm(cutter=Cutter.OWN))
    own["dough"]["form"]["own"] = good.json()["ring"]
    assert client.post("/api/assessments", json=own).json()["outcome"]["pieces"]["count"] > 5
    bad = client.post("/api/cutters", json={"svg": "<svg/>"})
    assert bad.status_code == 422
    assert bad.json()["errors"][0]["field"] == "svg"


def test_too_many_corners_are_refused(client: TestClient) -> None:
    own = body(CutoutForm(cutter=Cutter.OWN))
    own["dough"]["form"]["own"] = [[i, i * i % 7] for i in range(500)]
    assert client.post("/api/assessments", json=own).status_code == 422
    own["dough"]["form"]["own"] = [[0, 0], [1e9, 0], [0, 1e9]]
    assert client.post("/api/assessments", json=own).status_code == 422
