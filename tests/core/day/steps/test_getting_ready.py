"""What is said and timed before anything is shaped: getting soft, browning, weighing, mixing, setting out."""

from finebatch.core.bakemodel.mix import Mixing
from finebatch.core.card.headings import split_card
from finebatch.core.day.steps.step import Kind, Lane
from tests.core.day.steps.reading import WAFERS, method_of, planned, said
from tests.kit import drop_dough


def test_what_gets_ready_is_what_the_method_says_never_a_fat_the_dough_has_not() -> None:
    (warm,) = said(planned(drop_dough(name="Drops")), Kind.SOFTEN)
    assert warm.title == "Take out the fat and the eggs, for Drops"
    assert "fingertip" in warm.detail
    lean = drop_dough(name="Nutty", lines=tuple(split_card("200 g plain flour\n150 g sugar\n2 eggs\n100 g hazelnuts")))
    (toast,) = said(planned(lean), Kind.SOFTEN)
    assert toast.title == "Toast the nuts and seeds if you like, for Nutty"
    assert "fat" not in toast.detail.lower().split()
    assert "fingertip" not in toast.detail


def test_a_bakers_own_words_need_no_full_stop() -> None:
    own = tuple(
        step.but(text="Butter out") if step.id == "soften" else step
        for step in method_of(drop_dough())
        if step.id != "toast"
    )
    (warm,) = said(planned(drop_dough(name="Drops", method=own)), Kind.SOFTEN)
    assert warm.title == "Butter out, for Drops"
    assert warm.detail == "Ready when a fingertip leaves a clean dent."


def test_weighing_and_mixing_speak_the_methods_words_and_sifting_takes_its_time() -> None:
    plan = planned(drop_dough(name="Drops"))
    (weigh,), (mix,) = said(plan, Kind.WEIGH), said(plan, Kind.MIX)
    assert weigh.detail.startswith("Set out scale, bowls, trays and everything to be weighed. Sift together the ")
    assert "Cream the " in mix.detail or "Stir together the " in mix.detail
    assert mix.detail.endswith("Raw flour and raw egg are not for tasting.")
    (work,) = plan.work.doughs
    unsifted = drop_dough(name="Drops").but(method=tuple(s for s in method_of(drop_dough()) if s.id != "sift"))
    assert planned(unsifted).work.doughs[0].weigh_s == work.weigh_s - 120


def test_butter_is_browned_by_somebody_and_then_cools_by_itself() -> None:
    brown = drop_dough(
        name="Brown",
        lines=tuple(split_card("150 g browned butter, cooled\n200 g brown sugar\n1 egg\n250 g plain flour")),
    )
    plan = planned(brown)
    (hob,), (cools,), (weigh,) = said(plan, Kind.BROWN), said(plan, Kind.SOFTEN), said(plan, Kind.WEIGH)
    assert hob.title == "Brown the butter in a light pan, for Brown"
    assert hob.detail.startswith("180 g, to have 150 g of it: 9 min, until it smells of nuts")
    assert hob.place is Lane.HANDS
    assert hob.end_s - hob.start_s == 9 * 60
    assert cools.start_s == hob.end_s
    assert cools.title.startswith("Let the browned butter cool")
    assert weigh.start_s - cools.start_s == 45 * 60
    assert not any("20 mm cubes" in step.title + step.detail for step in plan.steps)
    both = drop_dough(
        lines=tuple(split_card("80 g browned butter\n80 g soft butter\n200 g brown sugar\n1 egg\n250 g plain flour"))
    )
    assert "20 mm cubes" in " ".join(step.text for step in method_of(both))


def test_butter_that_is_melted_anyway_is_not_left_to_get_soft() -> None:
    lines = tuple(split_card("150 g browned butter\n200 g brown sugar\n1 egg\n250 g plain flour"))
    melted = drop_dough(name="Melted", lines=lines)
    melted = melted.but(making=melted.making.but(mixing=Mixing.MELTED))
    plan = planned(melted)
    assert said(plan, Kind.SOFTEN) == said(plan, Kind.BROWN) == []
    (weigh,) = said(plan, Kind.WEIGH)
    assert "Brown the butter in a light pan: 180 g" in weigh.detail


def test_the_first_dough_is_set_out_for_and_the_others_have_a_clean_bowl() -> None:
    plan = planned(drop_dough(name="Drops"), WAFERS)
    details = [step.detail for step in said(plan, Kind.WEIGH)]
    assert details[0].startswith("Set out scale")
    assert details[1].startswith("A clean bowl and whisk first.")
    first = plan.steps.index(said(plan, Kind.WEIGH)[0])
    assert sum("Not a trace of fat" in detail for detail in details) == (plan.steps[first].dough != 1)


def test_hands_are_free_while_a_pan_cools() -> None:
    melted = drop_dough(name="Drops", making=drop_dough().making.but(mixing=Mixing.MELTED))
    plan = planned(melted)
    first, second = said(plan, Kind.MIX)
    (cooling,) = said(plan, Kind.STAND)
    assert (first.title, second.title) == ("Mix Drops", "Go on mixing Drops")
    assert "Melt the " in first.detail
    assert "below 40 °C" in first.detail
    assert "Melt" not in second.detail
    assert cooling.end_s - cooling.start_s == 12 * 60
    assert (cooling.start_s, cooling.end_s) == (first.end_s, second.start_s)
    assert cooling.place is Lane.COUNTER
