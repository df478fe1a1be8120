// Made by scripts/bounds.mjs from the API's description. Do not edit.
export const bounds: Record<string, Record<string, { min?: number; max: number }>> = {
  "bands": {
    "first_used_at": {
      "min": 0,
      "max": 253402300799
    },
    "inspected_at": {
      "min": 0,
      "max": 253402300799
    },
    "name": {
      "max": 60
    },
    "rest_half_m": {
      "min": 0,
      "max": 0.5
    },
    "rest_m": {
      "min": 0.05,
      "max": 10
    },
    "tape_half_m": {
      "min": 0,
      "max": 0.5
    },
    "thickness_m": {
      "min": 0,
      "max": 0.1
    },
    "width_m": {
      "min": 0,
      "max": 0.5
    }
  },
  "batches": {
    "celsius": {
      "min": 1,
      "max": 100
    },
    "filling": {
      "max": 40
    },
    "high_kg_l": {
      "min": 0.01,
      "max": 25
    },
    "low_kg_l": {
      "min": 0.01,
      "max": 25
    },
    "name": {
      "max": 60
    },
    "typical_kg_l": {
      "min": 0.01,
      "max": 25
    }
  },
  "builds": {
    "at_m": {
      "min": 0,
      "max": 100
    },
    "design": {
      "max": 40
    },
    "name": {
      "max": 60
    },
    "room": {
      "max": 40
    },
    "wall": {
      "min": -1,
      "max": 59
    }
  },
  "containers": {
    "bottom_m": {
      "min": 0.02,
      "max": 5
    },
    "brim_l": {
      "min": 0,
      "max": 2500
    },
    "capacity_l": {
      "min": 0.05,
      "max": 2000
    },
    "filling": {
      "max": 40
    },
    "hang_m": {
      "min": 0,
      "max": 3
    },
    "height_m": {
      "min": 0.02,
      "max": 5
    },
    "name": {
      "max": 60
    },
    "net_kg": {
      "min": 0.1,
      "max": 1000
    },
    "rating_kg": {
      "min": 0.5,
      "max": 1000
    },
    "tare_half_kg": {
      "min": 0,
      "max": 10
    },
    "tare_kg": {
      "min": 0,
      "max": 100
    },
    "top_m": {
      "min": 0.02,
      "max": 5
    },
    "volume_l": {
      "min": 0,
      "max": 2500
    },
    "width_m": {
      "min": 0,
      "max": 3
    }
  },
  "fixtures": {
    "depth_m": {
      "min": 0.02,
      "max": 20
    },
    "gear": {
      "max": 40
    },
    "height_m": {
      "min": 0,
      "max": 10
    },
    "mass_kg": {
      "min": 0,
      "max": 5000
    },
    "name": {
      "max": 60
    },
    "room": {
      "max": 40
    },
    "turn_deg": {
      "min": -360,
      "max": 360
    },
    "width_m": {
      "min": 0.02,
      "max": 20
    },
    "x_m": {
      "min": -200,
      "max": 200
    },
    "y_m": {
      "min": -200,
      "max": 200
    }
  },
  "gear": {
    "item": {
      "max": 60
    }
  },
  "handles": {
    "collar_kg": {
      "min": 0,
      "max": 10
    },
    "count": {
      "min": 1,
      "max": 2
    },
    "mass_kg": {
      "min": 0,
      "max": 100
    },
    "name": {
      "max": 60
    },
    "sleeve_m": {
      "min": 0,
      "max": 1
    }
  },
  "offcuts": {
    "count": {
      "min": 0,
      "max": 1000
    },
    "good": {
      "max": 40
    },
    "length_m": {
      "min": 0,
      "max": 20
    },
    "width_m": {
      "min": 0,
      "max": 5
    }
  },
  "openings": {
    "at_m": {
      "min": 0,
      "max": 100
    },
    "height_m": {
      "min": 0,
      "max": 10
    },
    "name": {
      "max": 60
    },
    "room": {
      "max": 40
    },
    "sill_m": {
      "min": 0,
      "max": 10
    },
    "track_depth_m": {
      "min": 0,
      "max": 10
    },
    "track_m": {
      "min": 0,
      "max": 10
    },
    "wall": {
      "min": 0,
      "max": 59
    },
    "width_m": {
      "min": 0.1,
      "max": 20
    }
  },
  "operations": {
    "forbids": {
      "max": 400
    },
    "id": {
      "max": 40
    },
    "on": {
      "max": 10
    },
    "person": {
      "max": 40
    },
    "what": {
      "max": 200
    }
  },
  "overheads": {
    "depth_m": {
      "min": 0,
      "max": 50
    },
    "high_m": {
      "min": 0,
      "max": 20
    },
    "name": {
      "max": 60
    },
    "room": {
      "max": 40
    },
    "run_m": {
      "min": 0,
      "max": 50
    },
    "turn_deg": {
      "min": -360,
      "max": 360
    },
    "under_m": {
      "min": -1,
      "max": 20
    },
    "wall": {
      "min": 0,
      "max": 59
    },
    "width_m": {
      "min": 0,
      "max": 50
    },
    "x_m": {
      "min": -200,
      "max": 200
    },
    "y_m": {
      "min": -200,
      "max": 200
    }
  },
  "persons": {
    "birth_on": {
      "max": 10
    },
    "body_mass_kg": {
      "min": 20,
      "max": 300
    },
    "born_year": {
      "min": 1900,
      "max": 2100
    },
    "days": {
      "min": 1,
      "max": 7
    },
    "health_note": {
      "max": 2000
    },
    "lay_off_months": {
      "min": 0,
      "max": 600
    },
    "minutes": {
      "min": 10,
      "max": 180
    },
    "name": {
      "max": 60
    },
    "pain": {
      "min": 1,
      "max": 10
    },
    "press_m": {
      "min": 1,
      "max": 4
    },
    "reach_m": {
      "min": 1,
      "max": 4
    },
    "stature_m": {
      "min": 1,
      "max": 2.5
    },
    "weeks": {
      "min": 1,
      "max": 45
    },
    "weeks_on": {
      "max": 10
    },
    "weight": {
      "min": 0,
      "max": 5
    }
  },
  "pins": {
    "id": {
      "max": 160
    }
  },
  "plates": {
    "count": {
      "min": 0,
      "max": 200
    },
    "mass_kg": {
      "min": 0.01,
      "max": 100
    },
    "thickness_m": {
      "min": 0,
      "max": 0.5
    }
  },
  "profile": {
    "birth_on": {
      "max": 10
    },
    "body_mass_kg": {
      "min": 0,
      "max": 300
    },
    "born_year": {
      "min": 0,
      "max": 2100
    },
    "budget_minor": {
      "min": 0,
      "max": 100000000
    },
    "currency": {
      "max": 3
    },
    "days": {
      "min": 1,
      "max": 7
    },
    "health_note": {
      "max": 2000
    },
    "hour_minor": {
      "min": 0,
      "max": 1000000
    },
    "lay_off_months": {
      "min": 0,
      "max": 600
    },
    "minutes": {
      "min": 10,
      "max": 180
    },
    "name": {
      "max": 80
    },
    "note": {
      "max": 2000
    },
    "pain": {
      "min": 0,
      "max": 10
    },
    "press_m": {
      "min": 0,
      "max": 4
    },
    "reach_m": {
      "min": 0,
      "max": 4
    },
    "stature_m": {
      "min": 0,
      "max": 2.5
    },
    "weeks": {
      "min": 0,
      "max": 45
    },
    "weeks_on": {
      "max": 10
    }
  },
  "releases": {
    "about": {
      "max": 60
    },
    "by": {
      "max": 80
    },
    "id": {
      "max": 40
    },
    "on": {
      "max": 10
    },
    "person": {
      "max": 40
    },
    "until": {
      "max": 10
    }
  },
  "rigs": {
    "distance_m": {
      "min": 0,
      "max": 20
    },
    "grip_m": {
      "min": 0,
      "max": 3
    },
    "height_m": {
      "min": 0,
      "max": 5
    },
    "stance_m": {
      "min": 0,
      "max": 2
    },
    "strap_m": {
      "min": 0,
      "max": 5
    },
    "tied_depth_m": {
      "min": 0,
      "max": 5
    },
    "tied_kg": {
      "min": 0,
      "max": 1000
    }
  },
  "rooms": {
    "ceiling_half_m": {
      "min": 0,
      "max": 0.5
    },
    "ceiling_m": {
      "min": 1,
      "max": 20
    },
    "clear_min": {
      "min": 0,
      "max": 1440
    },
    "name": {
      "max": 60
    },
    "quiet_from": {
      "min": 0,
      "max": 24
    },
    "quiet_to": {
      "min": 0,
      "max": 24
    },
    "storage_l": {
      "min": 0,
      "max": 20000
    },
    "taken_m2": {
      "min": 0,
      "max": 2500
    },
    "walls_half_m": {
      "min": 0,
      "max": 0.5
    }
  },
  "sets": {
    "author": {
      "max": 80
    },
    "done_at": {
      "min": 0,
      "max": 253402300799
    },
    "extra": {
      "min": 0,
      "max": 1000
    },
    "instead": {
      "max": 60
    },
    "load_half_kg": {
      "min": 0,
      "max": 100
    },
    "load_kg": {
      "min": 0.1,
      "max": 1000
    },
    "made": {
      "max": 200
    },
    "metres": {
      "min": 0,
      "max": 100000
    },
    "movement": {
      "max": 60
    },
    "note": {
      "max": 400
    },
    "pain": {
      "min": 0,
      "max": 10
    },
    "pain_site": {
      "max": 40
    },
    "person": {
      "max": 40
    },
    "place": {
      "max": 40
    },
    "reps": {
      "min": 0,
      "max": 1000
    },
    "reserve": {
      "min": -1,
      "max": 50
    },
    "rest_s": {
      "min": 0,
      "max": 3600
    },
    "rounds": {
      "min": 0,
      "max": 1000
    },
    "seconds": {
      "min": 0,
      "max": 36000
    },
    "tactic": {
      "max": 40
    },
    "tempo": {
      "max": 20
    },
    "version": {
      "max": 16
    }
  },
  "slots": {
    "hi_kg": {
      "min": 0.1,
      "max": 1000
    },
    "high": {
      "min": 1,
      "max": 1200
    },
    "id": {
      "max": 80
    },
    "lo_kg": {
      "min": 0,
      "max": 1000
    },
    "low": {
      "min": 1,
      "max": 1200
    },
    "person": {
      "max": 40
    },
    "weight": {
      "min": 0,
      "max": 5
    }
  },
  "space": {
    "shoe_m": {
      "min": 0,
      "max": 0.1
    },
    "way_height_m": {
      "min": 0.5,
      "max": 10
    },
    "way_width_m": {
      "min": 0.2,
      "max": 10
    }
  },
  "things": {
    "count": {
      "min": 0,
      "max": 200
    },
    "half_kg": {
      "min": 0,
      "max": 10
    },
    "mass_kg": {
      "min": 0.001,
      "max": 100
    },
    "name": {
      "max": 60
    },
    "volume_l": {
      "min": 0,
      "max": 500
    }
  },
  "weighings": {
    "accuracy_kg": {
      "min": 0,
      "max": 50
    },
    "at": {
      "min": 0,
      "max": 253402300799
    },
    "container": {
      "max": 40
    },
    "filling": {
      "max": 40
    },
    "packed_kg": {
      "min": 0,
      "max": 1000
    },
    "resolution_kg": {
      "min": 0,
      "max": 10
    },
    "scale": {
      "max": 40
    },
    "volume_l": {
      "min": 0,
      "max": 2500
    }
  }
}

export const blanks: Record<string, Record<string, unknown>> = {
  "bands": {
    "rest_m": 0,
    "width_m": 0,
    "thickness_m": 0,
    "points": [],
    "first_used_at": 0,
    "inspected_at": 0,
    "condition": "sound"
  },
  "batches": {
    "filling": "",
    "low_kg_l": 0,
    "typical_kg_l": 0,
    "high_kg_l": 0,
    "celsius": 0,
    "wet": false,
    "loose": false
  },
  "builds": {
    "room": "",
    "wall": 0,
    "at_m": 0,
    "sizes": [],
    "tests": []
  },
  "containers": {
    "tare_kg": 0,
    "tare_half_kg": 0,
    "capacity_l": 0,
    "brim_l": 0,
    "height_m": 0,
    "bottom_m": 0,
    "top_m": 0,
    "marks": [],
    "net_kg": 0,
    "rating_kg": 0,
    "rating_how": "judged",
    "limits": [],
    "condition": "sound",
    "freezes": false,
    "width_m": 0,
    "hang_m": 0,
    "volume_l": 0,
    "packed": [],
    "adjustable": false
  },
  "fixtures": {
    "x_m": 0,
    "y_m": 0,
    "width_m": 0,
    "depth_m": 0,
    "height_m": 0,
    "turn_deg": 0,
    "mass_kg": 0,
    "away": false,
    "rock": "not-made",
    "sit": "not-made",
    "gear": ""
  },
  "gear": {},
  "handles": {
    "mass_kg": 0,
    "collar_kg": 0,
    "sleeve_m": 0
  },
  "offcuts": {
    "length_m": 0,
    "width_m": 0,
    "count": 0
  },
  "openings": {
    "wall": 0,
    "at_m": 0,
    "width_m": 0,
    "height_m": 0,
    "sill_m": 0,
    "leaf": "unknown",
    "hinge": "start",
    "swings": "unknown",
    "track_m": 0,
    "track_depth_m": 0
  },
  "operations": {
    "what": "",
    "on": ""
  },
  "overheads": {
    "x_m": 0,
    "y_m": 0,
    "width_m": 0,
    "depth_m": 0,
    "turn_deg": 0,
    "under_m": 0,
    "wall": 0,
    "run_m": 0,
    "high_m": 0
  },
  "persons": {
    "stature_m": 0,
    "body_mass_kg": 0,
    "sex": "",
    "experience": "novice",
    "goal": "general",
    "limits": [],
    "days": 3,
    "minutes": 35
  },
  "pins": {},
  "plates": {
    "mass_kg": 0,
    "count": 0,
    "thickness_m": 0
  },
  "releases": {
    "role": "",
    "by": "",
    "on": "",
    "verdict": "",
    "limits": [],
    "until": ""
  },
  "rigs": {
    "bands": [],
    "distance_m": 0,
    "height_m": 0,
    "stance_m": 0,
    "grip_m": 0,
    "strap_m": 0,
    "fold": 1,
    "tied_kg": 0,
    "tied_depth_m": 0
  },
  "rooms": {
    "trains": false,
    "outdoor": false,
    "walls": [],
    "ceiling_m": 0,
    "ceiling_half_m": 0,
    "walls_half_m": 0,
    "roof": "unknown",
    "taken_m2": 0,
    "floor": "unknown",
    "surface": "wood",
    "level": "unknown",
    "holes": "unknown",
    "door": "unknown",
    "neighbours_below": false,
    "sleeps": false,
    "may_drop": false,
    "shared": [],
    "clear_min": 0,
    "storage_l": 0,
    "dirty": false,
    "cold": false,
    "damp": false,
    "quiet_from": 0,
    "quiet_to": 0
  },
  "sets": {
    "reserve": 0
  },
  "slots": {
    "weight": 0,
    "low": 0,
    "high": 0,
    "lo_kg": 0,
    "hi_kg": 0
  },
  "things": {
    "mass_kg": 0,
    "half_kg": 0,
    "volume_l": 0,
    "count": 0,
    "hard": false,
    "sharp": false,
    "spare": false
  },
  "weighings": {
    "at": 0,
    "volume_l": 0,
    "packed_kg": 0,
    "resolution_kg": 0,
    "accuracy_kg": 0,
    "readings": [],
    "without": [],
    "verdict": "auto"
  }
}

export const customers = ["budget_minor","currency","hour_minor","name","note","units"] as const
