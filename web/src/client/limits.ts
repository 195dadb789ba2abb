/** Least, most and starting value of every field that can be sent. Made from the API's schema by `make types`: not to be edited. */
export const LIMITS = {
  "Asked": {
    "times": {
      "max": 40.0,
      "above": 0.0,
      "start": 1.0
    },
    "dough_id": {
      "start": null
    }
  },
  "Avoid": {
    "must": {
      "start": true
    }
  },
  "Away": {
    "kind": {
      "start": "away"
    },
    "minutes": {
      "min": 1.0,
      "max": 1440.0
    }
  },
  "BackupRule": {
    "on": {
      "start": true
    },
    "every_h": {
      "min": 1.0,
      "max": 336.0,
      "start": 24
    },
    "keep_days": {
      "min": 1.0,
      "max": 60.0,
      "start": 7
    },
    "keep_weeks": {
      "min": 0.0,
      "max": 260.0,
      "start": 4
    }
  },
  "BakeSave": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    },
    "learn_from": {
      "start": true
    },
    "picture": {
      "start": null
    }
  },
  "BakesLonger": {
    "kind": {
      "start": "bakes_longer"
    },
    "load": {
      "min": 0.0
    },
    "minutes": {
      "max": 90.0,
      "above": 0.0
    }
  },
  "BallForm": {
    "kind": {
      "start": "ball"
    },
    "by": {
      "start": "grams"
    },
    "portion_g": {
      "min": 0.5,
      "max": 5000.0,
      "start": 20.0
    },
    "count": {
      "min": 1.0,
      "max": 400.0,
      "start": 24
    },
    "ball_mm": {
      "min": 8.0,
      "max": 120.0,
      "start": 32.0
    },
    "pressed_mm": {
      "min": 2.0,
      "max": 60.0,
      "start": null
    },
    "filling_g": {
      "min": 0.0,
      "max": 50.0,
      "start": 0.0
    },
    "filled_hot": {
      "start": false
    }
  },
  "BatchWanted": {
    "times": {
      "min": 0.1,
      "max": 40.0,
      "start": 1.0
    }
  },
  "BatterForm": {
    "kind": {
      "start": "batter"
    },
    "spoon_ml": {
      "min": 1.0,
      "max": 60.0,
      "start": 5.0
    },
    "spread_mm": {
      "min": 1.0,
      "max": 20.0,
      "start": 4.0
    },
    "shaped_hot": {
      "start": false
    },
    "shape_s": {
      "min": 2.0,
      "max": 120.0,
      "start": 12.0
    },
    "pliable_s": {
      "min": 5.0,
      "max": 300.0,
      "start": 60.0
    }
  },
  "BenchRequest": {
    "dough_id": {
      "start": null
    }
  },
  "Bite": {
    "score": {
      "min": 0.0,
      "max": 100.0
    },
    "sense": {
      "start": "about"
    },
    "must": {
      "start": false
    }
  },
  "BlockForm": {
    "kind": {
      "start": "block"
    },
    "portion_g": {
      "min": 0.5,
      "max": 5000.0,
      "start": 30.0
    },
    "frozen": {
      "start": false
    }
  },
  "BoxKind": {
    "each": {
      "min": 1.0,
      "max": 120.0,
      "start": null
    }
  },
  "Boxes": {
    "kind": {
      "start": "boxes"
    },
    "boxes": {
      "min": 1.0,
      "max": 300.0,
      "start": 6
    },
    "for_day": {
      "start": null
    },
    "kinds": {
      "max": 8
    },
    "about_g": {
      "min": 20.0,
      "max": 5000.0,
      "start": null
    },
    "width_mm": {
      "min": 40.0,
      "max": 600.0,
      "start": 180
    },
    "depth_mm": {
      "min": 40.0,
      "max": 600.0,
      "start": 180
    },
    "height_mm": {
      "min": 10.0,
      "max": 400.0,
      "start": 60
    },
    "nut_free": {
      "start": false
    },
    "packaging_id": {
      "start": null
    }
  },
  "Card": {
    "text": {
      "start": ""
    },
    "claims": {
      "max": 40,
      "start": []
    },
    "left_out": {
      "max": 40,
      "start": []
    }
  },
  "ChangeRequest": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    },
    "now": {
      "start": null
    }
  },
  "Changes": {
    "changes": {
      "max": 400
    }
  },
  "Claim": {
    "low": {
      "min": 0.0,
      "start": null
    },
    "high": {
      "min": 0.0,
      "start": null
    },
    "across": {
      "min": 0.0,
      "start": null
    },
    "word": {
      "start": ""
    },
    "text": {
      "start": ""
    },
    "start": {
      "start": 0
    },
    "end": {
      "start": 0
    },
    "sure": {
      "start": true
    },
    "note": {
      "start": ""
    },
    "by_hand": {
      "start": false
    },
    "conflict": {
      "start": ""
    }
  },
  "Closed": {
    "from_min": {
      "min": 0.0
    },
    "to_min": {
      "min": 0.0
    }
  },
  "CompareRequest": {
    "dough_id": {
      "start": null
    }
  },
  "CookieRequest": {
    "dough": {
      "start": null
    },
    "dough_id": {
      "start": null
    },
    "families": {
      "max": 20,
      "start": []
    }
  },
  "CookieWish": {
    "count": {
      "min": 1.0,
      "max": 400.0,
      "start": null
    },
    "width_mm": {
      "start": null
    },
    "height_mm": {
      "start": null
    },
    "bites": {
      "max": 5,
      "start": []
    },
    "colour": {
      "start": null
    },
    "colour_must": {
      "start": false
    },
    "sweetness_pct": {
      "start": null
    },
    "keeps": {
      "start": null
    },
    "keeps_must": {
      "start": false
    },
    "bake_min": {
      "start": null
    },
    "cost_each": {
      "start": null
    },
    "per_tray": {
      "min": 1.0,
      "max": 120.0,
      "start": null
    },
    "per_tray_must": {
      "start": false
    },
    "without": {
      "max": 8,
      "start": []
    },
    "pantry_only": {
      "start": false
    },
    "measures": {
      "start": "grams"
    }
  },
  "CutoutForm": {
    "kind": {
      "start": "cutout"
    },
    "thickness_mm": {
      "min": 1.5,
      "max": 25.0,
      "start": 5.0
    },
    "cutter": {
      "start": "round"
    },
    "cutter_mm": {
      "min": 15.0,
      "max": 200.0,
      "start": 60.0
    },
    "rerolls": {
      "min": 0.0,
      "max": 4.0,
      "start": 2
    },
    "parts": {
      "min": 1.0,
      "max": 8.0,
      "start": 1
    },
    "small_mm": {
      "min": 15.0,
      "max": 200.0,
      "start": null
    },
    "small_share_pct": {
      "min": 5.0,
      "max": 95.0,
      "start": 30.0
    },
    "small_cuts": {
      "start": "both"
    },
    "gap_mm": {
      "min": 0.0,
      "max": 15.0,
      "start": 2.0
    },
    "rim_mm": {
      "min": 0.0,
      "max": 30.0,
      "start": 4.0
    },
    "own": {
      "start": null
    }
  },
  "DayRequest": {
    "doughs": {
      "max": 30
    },
    "when": {
      "start": "ready_by"
    },
    "racks": {
      "min": 1.0,
      "max": 3.0,
      "start": 1
    },
    "hands": {
      "min": 1.0,
      "max": 2.0,
      "start": 1
    },
    "closed": {
      "start": null
    },
    "hours": {
      "max": 12,
      "start": []
    },
    "fewer_trays": {
      "min": 0.0,
      "max": 6.0,
      "start": 0
    }
  },
  "Did": {
    "kind": {
      "start": "did"
    },
    "marks": {
      "max": 60
    }
  },
  "Door": {
    "seconds": {
      "min": 1.0,
      "max": 600.0
    }
  },
  "DoughAsk": {
    "share_id": {
      "start": null
    },
    "times": {
      "min": 0.1,
      "max": 8.0,
      "start": 1.0
    },
    "overnight": {
      "start": false
    },
    "test_first": {
      "start": false
    },
    "try_id": {
      "start": null
    },
    "frozen": {
      "start": null
    },
    "ahead": {
      "start": false
    }
  },
  "DoughDropped": {
    "kind": {
      "start": "dough_dropped"
    },
    "dough": {
      "min": 0.0
    }
  },
  "DoughNotReady": {
    "kind": {
      "start": "dough_not_ready"
    },
    "dough": {
      "min": 0.0
    },
    "minutes": {
      "max": 1440.0,
      "above": 0.0
    }
  },
  "DoughOff": {
    "kind": {
      "start": "dough_off"
    },
    "dough": {
      "min": 0.0
    }
  },
  "DoughSave": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    }
  },
  "DoughSpec": {
    "form": {
      "start": {
        "kind": "scoop",
        "portion_g": 30.0,
        "heap": false
      }
    },
    "oven": {
      "start": {
        "value": 180.0,
        "scale": "c",
        "fan": false
      }
    },
    "tray_id": {
      "start": "medium"
    },
    "small_tray_id": {
      "start": null
    },
    "layout": {
      "start": {
        "edge_mm": 5.0,
        "corner_mm": 0.0,
        "gap_mm": 0.0,
        "risk": "one_in_20",
        "scheme": "best",
        "two_racks": false,
        "moved": []
      }
    },
    "bake_now": {
      "min": 1.0,
      "max": 400.0,
      "start": null
    },
    "finish": {
      "start": "usual"
    },
    "finishings": {
      "max": 8,
      "start": []
    },
    "style_id": {
      "start": null
    },
    "own_bake": {
      "start": null
    },
    "tray_rest_min": {
      "min": 0.0,
      "max": 120.0,
      "start": null
    },
    "name": {
      "start": "New dough"
    },
    "lines": {
      "max": 60,
      "start": []
    },
    "making": {
      "start": {
        "mixing": "creamed_light",
        "fat_state": "soft",
        "chill_h": 0.0,
        "frozen": false,
        "thawed": false
      }
    },
    "shares": {
      "max": 5,
      "start": []
    },
    "of_dough": {
      "max": 1.0,
      "above": 0.0,
      "start": 1.0
    },
    "method": {
      "max": 40,
      "start": null
    },
    "card": {
      "start": null
    },
    "tags": {
      "max": 12,
      "start": []
    }
  },
  "Draft": {
    "batch": {
      "start": ""
    },
    "tray": {
      "start": ""
    },
    "half": {
      "start": ""
    },
    "try_id": {
      "start": null
    },
    "measured": {
      "start": {
        "widths_mm": [],
        "textures": [],
        "note": ""
      }
    }
  },
  "Fewer": {
    "kind": {
      "start": "fewer"
    },
    "load": {
      "min": 0.0
    },
    "pieces": {
      "min": 1.0,
      "max": 2000.0
    }
  },
  "FieldChange": {
    "path": {
      "max": 6
    }
  },
  "Finishing": {
    "cover_pct": {
      "min": 1.0,
      "max": 100.0,
      "start": 100.0
    },
    "each_g": {
      "max": 100.0,
      "above": 0.0,
      "start": null
    },
    "coats": {
      "min": 1.0,
      "max": 4.0,
      "start": 1
    },
    "of_card": {
      "start": null
    },
    "topping": {
      "start": "half_nut"
    }
  },
  "FrozenAsk": {
    "count": {
      "min": 1.0,
      "max": 400.0,
      "start": 12
    },
    "thaw": {
      "start": false
    }
  },
  "Habit": {
    "cup_fill": {
      "start": "spooned"
    },
    "region": {
      "start": "us"
    },
    "own_cups": {
      "max": 100,
      "start": []
    },
    "own_measures": {
      "max": 60,
      "start": []
    },
    "settled": {
      "max": 200,
      "start": []
    }
  },
  "Helper": {
    "kind": {
      "start": "helper"
    }
  },
  "HelperComes": {
    "kind": {
      "start": "helper_comes"
    }
  },
  "HelperGoes": {
    "kind": {
      "start": "helper_goes"
    }
  },
  "Housekeeping": {
    "keeps_pantry": {
      "start": false
    },
    "currency": {
      "start": "EUR"
    },
    "oven_kw": {
      "min": 0.3,
      "max": 20.0,
      "start": 2.5
    },
    "energy_price": {
      "start": null
    },
    "energy_unit": {
      "start": "kwh"
    },
    "aisles": {
      "max": 20,
      "start": [
        "Flour and sugar",
        "Dairy and eggs",
        "Nuts and fruit",
        "Chocolate and sweets",
        "Spices and raising",
        "Other"
      ]
    },
    "aisle_of": {
      "start": {}
    },
    "may_contain": {
      "start": ""
    },
    "maker": {
      "start": ""
    }
  },
  "Kitchen": {
    "units": {
      "start": "metric"
    },
    "scale": {
      "start": "c"
    },
    "clock": {
      "start": null
    },
    "dates": {
      "start": null
    },
    "introduced": {
      "start": false
    },
    "habit": {
      "start": {
        "cup_fill": "spooned",
        "region": "us",
        "own_cups": [],
        "own_measures": [],
        "settled": []
      }
    },
    "room_c": {
      "min": 5.0,
      "max": 40.0,
      "start": 20.0
    },
    "altitude_m": {
      "min": -400.0,
      "max": 5000.0,
      "start": 0.0
    },
    "rack_positions": {
      "min": 1.0,
      "max": 3.0,
      "start": 2
    },
    "liner": {
      "start": "parchment"
    },
    "weighs_portions": {
      "start": false
    },
    "ovens": {
      "min": 1.0,
      "max": 2.0,
      "start": 1
    },
    "oven_number": {
      "min": 1.0,
      "max": 99.0,
      "start": 1
    },
    "bowls": {
      "min": 1.0,
      "max": 8.0,
      "start": 3
    },
    "shelf_doughs": {
      "min": 0.0,
      "max": 20.0,
      "start": 4
    },
    "tray_shelves": {
      "min": 0.0,
      "max": 4.0,
      "start": 0
    },
    "cooling_cm2": {
      "min": 200.0,
      "max": 40000.0,
      "start": 3600
    },
    "backup": {
      "start": {
        "on": true,
        "every_h": 24,
        "keep_days": 7,
        "keep_weeks": 4
      }
    },
    "stores": {
      "start": {
        "keeps_pantry": false,
        "currency": "EUR",
        "oven_kw": 2.5,
        "energy_unit": "kwh",
        "aisles": [
          "Flour and sugar",
          "Dairy and eggs",
          "Nuts and fruit",
          "Chocolate and sweets",
          "Spices and raising",
          "Other"
        ],
        "aisle_of": {},
        "may_contain": "",
        "maker": ""
      }
    },
    "paces": {
      "start": {}
    },
    "trays": {
      "max": 12,
      "start": [
        {
          "id": "medium",
          "name": "Baking sheet",
          "width_mm": 350.0,
          "depth_mm": 250.0,
          "kind": "light",
          "count": 2,
          "rim_mm": 10.0
        },
        {
          "id": "small",
          "name": "Small sheet",
          "width_mm": 300.0,
          "depth_mm": 200.0,
          "kind": "light",
          "count": 2,
          "rim_mm": 10.0
        }
      ]
    }
  },
  "Label": {
    "kind": {
      "start": "label"
    },
    "title": {
      "start": ""
    },
    "words": {
      "start": ""
    },
    "pieces": {
      "min": 1.0,
      "max": 400.0,
      "start": 6
    },
    "made_on": {
      "start": null
    },
    "keeps_days": {
      "min": 1.0,
      "max": 400.0,
      "start": null
    },
    "may_contain": {
      "start": null
    },
    "no_traces": {
      "start": false
    },
    "nutrition": {
      "start": false
    },
    "percent_of": {
      "start": null
    },
    "copies": {
      "min": 1.0,
      "max": 400.0,
      "start": 8
    },
    "sheet": {
      "start": {
        "paper": "a4",
        "columns": 2,
        "rows": 4,
        "width_mm": 99.0,
        "height_mm": 67.0,
        "left_mm": 6.0,
        "top_mm": 14.5,
        "across_gap_mm": 0.0,
        "down_gap_mm": 0.0
      }
    }
  },
  "LabelSheet": {
    "paper": {
      "start": "a4"
    },
    "columns": {
      "min": 1.0,
      "max": 12.0,
      "start": 2
    },
    "rows": {
      "min": 1.0,
      "max": 30.0,
      "start": 4
    },
    "width_mm": {
      "min": 20.0,
      "max": 300.0,
      "start": 99.0
    },
    "height_mm": {
      "min": 12.0,
      "max": 300.0,
      "start": 67.0
    },
    "left_mm": {
      "min": 0.0,
      "max": 100.0,
      "start": 6.0
    },
    "top_mm": {
      "min": 0.0,
      "max": 100.0,
      "start": 14.5
    },
    "across_gap_mm": {
      "min": 0.0,
      "max": 50.0,
      "start": 0.0
    },
    "down_gap_mm": {
      "min": 0.0,
      "max": 50.0,
      "start": 0.0
    }
  },
  "Line": {
    "part": {
      "start": null
    },
    "ingredient_id": {
      "start": null
    },
    "mass_g": {
      "min": 0.0,
      "max": 20000.0,
      "start": null
    }
  },
  "LogForm": {
    "kind": {
      "start": "log"
    },
    "log_mm": {
      "min": 15.0,
      "max": 120.0,
      "start": 45.0
    },
    "slice_mm": {
      "min": 2.0,
      "max": 40.0,
      "start": 8.0
    },
    "logs": {
      "min": 1.0,
      "max": 12.0,
      "start": 1
    }
  },
  "LookOn": {
    "seconds": {
      "min": 1.0,
      "max": 120.0,
      "start": 20.0
    }
  },
  "Lost": {
    "kind": {
      "start": "lost"
    },
    "load": {
      "min": 0.0
    },
    "pieces": {
      "min": 1.0,
      "max": 2000.0,
      "start": null
    }
  },
  "Making": {
    "mixing": {
      "start": "creamed_light"
    },
    "fat_state": {
      "start": "soft"
    },
    "chill_h": {
      "min": 0.0,
      "max": 96.0,
      "start": 0.0
    },
    "frozen": {
      "start": false
    },
    "thawed": {
      "start": false
    }
  },
  "MapRequest": {
    "dough": {
      "start": null
    },
    "dough_id": {
      "start": null
    },
    "families": {
      "max": 20,
      "start": []
    }
  },
  "Mark": {
    "dough": {
      "min": 0.0,
      "start": null
    },
    "load": {
      "min": 0.0,
      "start": null
    },
    "part": {
      "min": 0.0,
      "start": 0
    },
    "oven": {
      "min": 1.0,
      "start": null
    }
  },
  "Marked": {
    "ticked": {
      "start": false
    },
    "grams": {
      "min": 0.0,
      "max": 100000.0,
      "start": null
    },
    "left_out": {
      "start": false
    }
  },
  "Measured": {
    "count": {
      "min": 1.0,
      "max": 2000.0,
      "start": null
    },
    "widths_mm": {
      "max": 6,
      "start": []
    },
    "height_mm": {
      "min": 1.0,
      "max": 200.0,
      "start": null
    },
    "oven_min": {
      "min": 0.5,
      "max": 240.0,
      "start": null
    },
    "verdict": {
      "start": null
    },
    "oven_read_c": {
      "min": 40.0,
      "max": 400.0,
      "start": null
    },
    "shade": {
      "start": null
    },
    "textures": {
      "max": 6,
      "start": []
    },
    "liked": {
      "min": 1.0,
      "max": 5.0,
      "start": null
    },
    "note": {
      "start": ""
    }
  },
  "MethodStep": {
    "minutes": {
      "min": 0.0,
      "max": 5760.0
    },
    "cue": {
      "start": ""
    },
    "attention": {
      "start": "hands"
    },
    "caution": {
      "start": ""
    },
    "line_ids": {
      "max": 60,
      "start": []
    }
  },
  "More": {
    "kind": {
      "start": "more"
    },
    "load": {
      "min": 0.0
    },
    "minutes": {
      "min": 0.5,
      "max": 60.0
    }
  },
  "Move": {
    "kind": {
      "start": "move"
    },
    "says": {
      "start": ""
    },
    "dough_id": {
      "start": null
    },
    "bake_id": {
      "start": null
    }
  },
  "Moved": {
    "index": {
      "min": 0.0,
      "max": 399.0
    },
    "x_mm": {
      "min": -200.0,
      "max": 1200.0
    },
    "y_mm": {
      "min": -200.0,
      "max": 1200.0
    }
  },
  "NewBake": {
    "batch": {
      "start": ""
    },
    "tray": {
      "start": ""
    },
    "half": {
      "start": ""
    },
    "try_id": {
      "start": null
    },
    "picture": {
      "start": ""
    }
  },
  "NewRun": {
    "begin": {
      "start": "now"
    },
    "rehearsal": {
      "start": null
    }
  },
  "NotHot": {
    "kind": {
      "start": "not_hot"
    },
    "minutes": {
      "min": 1.0,
      "max": 120.0
    }
  },
  "NotReady": {
    "kind": {
      "start": "not_ready"
    },
    "dough": {
      "min": 0.0
    },
    "minutes": {
      "min": 1.0,
      "max": 1440.0
    }
  },
  "Noted": {
    "kind": {
      "start": "note"
    }
  },
  "OfferRequest": {
    "dough_id": {
      "start": null
    },
    "wish": {
      "start": null
    },
    "line_id": {
      "start": null
    }
  },
  "OpenRequest": {
    "dough": {
      "start": null
    },
    "dough_id": {
      "start": null
    },
    "families": {
      "max": 20,
      "start": []
    }
  },
  "OvenRuns": {
    "kind": {
      "start": "oven_runs"
    },
    "times": {
      "min": 0.6,
      "max": 2.0
    }
  },
  "OvenSetting": {
    "value": {
      "start": 180.0
    },
    "scale": {
      "start": "c"
    },
    "fan": {
      "start": false
    }
  },
  "OvenSlower": {
    "kind": {
      "start": "oven_slower"
    },
    "percent": {
      "max": 100.0,
      "above": 0.0
    }
  },
  "OwnBake": {
    "from_min": {
      "min": 1.0,
      "max": 240.0,
      "start": 10.0
    },
    "to_min": {
      "min": 1.0,
      "max": 240.0,
      "start": 12.0
    },
    "cue": {
      "start": ""
    }
  },
  "OwnCup": {
    "cup_g": {
      "max": 600.0,
      "above": 5.0
    }
  },
  "OwnItem": {
    "aisle": {
      "start": ""
    }
  },
  "OwnMeasure": {
    "holds_ml": {
      "max": 2000.0,
      "above": 0.0
    }
  },
  "Packaging": {
    "kind": {
      "start": "packaging"
    },
    "pieces": {
      "min": 1.0,
      "max": 400.0,
      "start": 1
    }
  },
  "PanForm": {
    "kind": {
      "start": "pan"
    },
    "shape": {
      "start": "square"
    },
    "width_mm": {
      "min": 60.0,
      "max": 450.0,
      "start": 200.0
    },
    "length_mm": {
      "min": 60.0,
      "max": 600.0,
      "start": 300.0
    },
    "pans": {
      "min": 1.0,
      "max": 6.0,
      "start": 1
    },
    "wedges": {
      "min": 2.0,
      "max": 40.0,
      "start": 12
    },
    "across": {
      "min": 1.0,
      "max": 30.0,
      "start": 2
    },
    "along": {
      "min": 1.0,
      "max": 30.0,
      "start": 8
    },
    "edge_mm": {
      "min": 0.0,
      "max": 30.0,
      "start": 0.0
    }
  },
  "PantryItem": {
    "kind": {
      "start": "pantry"
    },
    "pack_g": {
      "min": 1.0,
      "max": 50000.0,
      "start": 1000.0
    },
    "pack_is": {
      "start": "pack"
    },
    "low_g": {
      "min": 0.0,
      "max": 100000.0,
      "start": null
    },
    "best_before": {
      "start": null
    },
    "opened_on": {
      "start": null
    },
    "keeps_opened_days": {
      "min": 1.0,
      "max": 1500.0,
      "start": null
    }
  },
  "PastedCard": {
    "kitchen": {
      "start": {
        "units": "metric",
        "scale": "c",
        "introduced": false,
        "habit": {
          "cup_fill": "spooned",
          "own_cups": [],
          "own_measures": [],
          "region": "us",
          "settled": []
        },
        "room_c": 20.0,
        "altitude_m": 0.0,
        "rack_positions": 2,
        "liner": "parchment",
        "weighs_portions": false,
        "ovens": 1,
        "oven_number": 1,
        "bowls": 3,
        "shelf_doughs": 4,
        "tray_shelves": 0,
        "cooling_cm2": 3600,
        "backup": {
          "every_h": 24,
          "keep_days": 7,
          "keep_weeks": 4,
          "on": true
        },
        "stores": {
          "aisle_of": {},
          "aisles": [
            "Flour and sugar",
            "Dairy and eggs",
            "Nuts and fruit",
            "Chocolate and sweets",
            "Spices and raising",
            "Other"
          ],
          "currency": "EUR",
          "energy_unit": "kwh",
          "keeps_pantry": false,
          "maker": "",
          "may_contain": "",
          "oven_kw": 2.5
        },
        "paces": {},
        "trays": [
          {
            "count": 2,
            "depth_mm": 250.0,
            "id": "medium",
            "kind": "light",
            "name": "Baking sheet",
            "rim_mm": 10.0,
            "width_mm": 350.0
          },
          {
            "count": 2,
            "depth_mm": 200.0,
            "id": "small",
            "kind": "light",
            "name": "Small sheet",
            "rim_mm": 10.0,
            "width_mm": 300.0
          }
        ]
      }
    },
    "left_out": {
      "max": 40,
      "start": []
    },
    "own": {
      "max": 40,
      "start": []
    }
  },
  "Pinned": {
    "kind": {
      "start": "pinned"
    },
    "index": {
      "min": 0.0
    },
    "at": {
      "start": null
    }
  },
  "Pour": {
    "g": {
      "min": -5000.0,
      "max": 5000.0
    }
  },
  "Price": {
    "kind": {
      "start": "price"
    },
    "pack_g": {
      "min": 1.0,
      "max": 50000.0
    },
    "shop": {
      "start": ""
    }
  },
  "PrintRequest": {
    "dough_id": {
      "start": null
    },
    "form_of": {
      "start": "pdf"
    },
    "paper": {
      "start": "a4"
    }
  },
  "ProbeLine": {
    "oven": {
      "min": 1.0,
      "max": 2.0,
      "start": 1
    },
    "c": {
      "min": -30.0,
      "max": 400.0,
      "start": null
    },
    "lag_s": {
      "min": 0.0,
      "max": 300.0,
      "start": 0.0
    },
    "ago_s": {
      "min": 0.0,
      "max": 3600.0,
      "start": 0.0
    }
  },
  "Put": {
    "kind": {
      "start": "put"
    },
    "dough_id": {
      "start": null
    },
    "keeps": {
      "start": "pieces"
    },
    "at": {
      "start": "freezer"
    },
    "place": {
      "start": ""
    },
    "count": {
      "min": 1.0,
      "max": 2000.0
    },
    "each_g": {
      "max": 5000.0,
      "above": 0.0,
      "start": null
    },
    "keeps_until": {
      "start": null
    },
    "spec": {
      "start": null
    },
    "note": {
      "start": ""
    },
    "taken": {
      "start": {}
    }
  },
  "Rehearsal": {
    "speed": {
      "min": 1.0,
      "max": 60.0,
      "start": 30
    },
    "seed": {
      "min": 0.0,
      "max": 1000000.0,
      "start": 1
    }
  },
  "Revision": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    }
  },
  "RopeForm": {
    "kind": {
      "start": "rope"
    },
    "figure": {
      "start": "ring"
    },
    "rope_mm": {
      "min": 5.0,
      "max": 40.0,
      "start": 12.0
    },
    "length_mm": {
      "min": 40.0,
      "max": 800.0,
      "start": 160.0
    }
  },
  "RuskForm": {
    "kind": {
      "start": "rusk"
    },
    "logs": {
      "min": 1.0,
      "max": 8.0,
      "start": 2
    },
    "log_mm": {
      "min": 25.0,
      "max": 150.0,
      "start": 60.0
    },
    "length_mm": {
      "min": 80.0,
      "max": 500.0,
      "start": 260.0
    },
    "slice_mm": {
      "min": 5.0,
      "max": 40.0,
      "start": 15.0
    },
    "angle_deg": {
      "min": 0.0,
      "max": 60.0,
      "start": 30.0
    },
    "cooling": {
      "start": "warm"
    },
    "second_c": {
      "min": 90.0,
      "max": 200.0,
      "start": 150.0
    }
  },
  "Saw": {
    "kind": {
      "start": "saw"
    },
    "load": {
      "min": 0.0
    },
    "rim": {
      "start": null
    },
    "middle": {
      "start": null
    },
    "under": {
      "start": null
    },
    "lift": {
      "start": null
    },
    "smell": {
      "start": null
    }
  },
  "ScaleRequest": {
    "value": {
      "max": 100000.0,
      "above": 0.0,
      "start": 1.0
    },
    "line_id": {
      "start": null
    },
    "rounded": {
      "start": false
    }
  },
  "ScalingRequest": {
    "dough_id": {
      "start": null
    }
  },
  "ScoopForm": {
    "kind": {
      "start": "scoop"
    },
    "portion_g": {
      "min": 0.5,
      "max": 5000.0,
      "start": 30.0
    },
    "scoop_no": {
      "min": 4.0,
      "max": 120.0,
      "start": null
    },
    "spoon": {
      "start": null
    },
    "heap": {
      "start": false
    }
  },
  "Share": {
    "form": {
      "start": {
        "kind": "scoop",
        "portion_g": 30.0,
        "heap": false
      }
    },
    "oven": {
      "start": {
        "value": 180.0,
        "scale": "c",
        "fan": false
      }
    },
    "tray_id": {
      "start": "medium"
    },
    "small_tray_id": {
      "start": null
    },
    "layout": {
      "start": {
        "edge_mm": 5.0,
        "corner_mm": 0.0,
        "gap_mm": 0.0,
        "risk": "one_in_20",
        "scheme": "best",
        "two_racks": false,
        "moved": []
      }
    },
    "bake_now": {
      "min": 1.0,
      "max": 400.0,
      "start": null
    },
    "finish": {
      "start": "usual"
    },
    "finishings": {
      "max": 8,
      "start": []
    },
    "style_id": {
      "start": null
    },
    "own_bake": {
      "start": null
    },
    "tray_rest_min": {
      "min": 0.0,
      "max": 120.0,
      "start": null
    },
    "by": {
      "start": "percent"
    },
    "amount": {
      "max": 20000.0,
      "above": 0.0,
      "start": 50.0
    },
    "keep": {
      "start": "now"
    },
    "keep_h": {
      "min": 1.0,
      "max": 96.0,
      "start": 24.0
    },
    "thaw": {
      "start": false
    }
  },
  "SheetForm": {
    "kind": {
      "start": "sheet"
    },
    "thickness_mm": {
      "min": 1.0,
      "max": 15.0,
      "start": 3.0
    },
    "piece_width_mm": {
      "min": 15.0,
      "max": 300.0,
      "start": 50.0
    },
    "piece_length_mm": {
      "min": 15.0,
      "max": 400.0,
      "start": 50.0
    },
    "rerolls": {
      "min": 0.0,
      "max": 3.0,
      "start": 1
    }
  },
  "SheetWish": {
    "width_mm": {
      "min": 60.0,
      "max": 700.0
    },
    "length_mm": {
      "min": 60.0,
      "max": 700.0
    }
  },
  "ShoppingList": {
    "kind": {
      "start": "shopping"
    },
    "batches": {
      "max": 60,
      "start": []
    },
    "plan_ids": {
      "max": 40,
      "start": []
    },
    "with_low": {
      "start": false
    },
    "own": {
      "max": 80,
      "start": []
    },
    "marks": {
      "start": {}
    },
    "put_away_at": {
      "start": null
    }
  },
  "SizeWish": {
    "count": {
      "min": 1.0,
      "max": 400.0,
      "start": null
    },
    "diameter_mm": {
      "min": 15.0,
      "max": 300.0,
      "start": null
    },
    "sheet": {
      "start": null
    }
  },
  "SwapRequest": {
    "dough_id": {
      "start": null
    }
  },
  "Taken": {
    "count": {
      "min": 1.0,
      "max": 2000.0
    },
    "says": {
      "start": ""
    }
  },
  "Takes": {
    "takes": {
      "start": {}
    }
  },
  "Tell": {
    "ago_s": {
      "min": 0.0,
      "max": 259200.0,
      "start": null
    }
  },
  "TestTold": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    },
    "load": {
      "min": 0.0
    },
    "now": {
      "start": null
    }
  },
  "TimeLost": {
    "kind": {
      "start": "time_lost"
    },
    "minutes": {
      "max": 1440.0,
      "above": 0.0
    }
  },
  "Tray": {
    "width_mm": {
      "min": 60.0,
      "max": 900.0
    },
    "depth_mm": {
      "min": 60.0,
      "max": 900.0
    },
    "kind": {
      "start": "light"
    },
    "count": {
      "min": 1.0,
      "max": 8.0,
      "start": 2
    },
    "rim_mm": {
      "min": 0.0,
      "max": 80.0,
      "start": 10.0
    },
    "outer_width_mm": {
      "min": 60.0,
      "max": 1000.0,
      "start": null
    },
    "outer_depth_mm": {
      "min": 60.0,
      "max": 1000.0,
      "start": null
    }
  },
  "TrayBroken": {
    "kind": {
      "start": "tray_broken"
    }
  },
  "TrayGone": {
    "kind": {
      "start": "tray_gone"
    },
    "found": {
      "start": false
    }
  },
  "TrayRules": {
    "edge_mm": {
      "min": 0.0,
      "max": 80.0,
      "start": 5.0
    },
    "corner_mm": {
      "min": 0.0,
      "max": 120.0,
      "start": 0.0
    },
    "gap_mm": {
      "min": 0.0,
      "max": 80.0,
      "start": 0.0
    },
    "risk": {
      "start": "one_in_20"
    },
    "apart_mm": {
      "min": 0.0,
      "max": 120.0,
      "start": null
    },
    "scheme": {
      "start": "best"
    },
    "per_row": {
      "min": 1.0,
      "max": 20.0,
      "start": null
    },
    "two_racks": {
      "start": false
    },
    "moved": {
      "max": 60,
      "start": []
    }
  },
  "TryRequest": {
    "dough_id": {
      "start": null
    }
  },
  "TryWish": {
    "resize": {
      "start": false
    }
  },
  "Undone": {
    "kind": {
      "start": "undone"
    }
  },
  "VersionNote": {
    "revision": {
      "min": 0.0,
      "max": 2147483647.0
    },
    "note": {
      "start": ""
    }
  },
  "Want": {
    "value": {
      "min": 0.0,
      "max": 2000.0
    },
    "sense": {
      "start": "about"
    },
    "must": {
      "start": false
    }
  },
  "WhatIfRequest": {
    "dough_id": {
      "start": null
    }
  },
  "WishRequest": {
    "dough_id": {
      "start": null
    }
  }
} as const;
