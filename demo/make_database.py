"""Makes company.sqlite, the stand-in for a company's database: vessels and their crossings, all made up.

Run with `python3 demo/make_database.py`; it writes the file beside it, always with the same rows.
"""

import pathlib
import random
import sqlite3

here = pathlib.Path(__file__).parent
path = here / "company.sqlite"
path.unlink(missing_ok=True)
draw = random.Random(20260301)

vessels = [("Marrow Star", 420, 1998), ("Sound Runner", 280, 2011), ("Holm Lass", 190, 1987), ("Grey Tern", 150, 2004), ("Wick Trader", 90, 1979)]
routes = [("Mainland – Hallin", 0.62), ("Mainland – Oskery", 0.55), ("Mainland – Big Wick", 0.48), ("Mainland – Tarn Holm", 0.4), ("Mainland – Sule Bank", 0.31)]

with sqlite3.connect(path) as database:
    database.executescript("""
        CREATE TABLE vessel (name TEXT PRIMARY KEY, seats INTEGER NOT NULL, built INTEGER NOT NULL);
        CREATE TABLE crossing (day TEXT NOT NULL, route TEXT NOT NULL, vessel TEXT NOT NULL REFERENCES vessel (name), passengers INTEGER, freight_tonnes REAL);
        CREATE VIEW passengers_by_route AS SELECT route, SUM(passengers) AS passengers FROM crossing GROUP BY route;
    """)
    database.executemany("INSERT INTO vessel VALUES (?, ?, ?)", vessels)
    for day in range(1, 29):
        for route, full in routes:
            name, seats, _ = draw.choices(vessels, [5, 4, 3, 2, 1])[0]
            passengers = None if draw.random() < 0.02 else round(seats * min(1, full * draw.uniform(0.5, 1.6)))
            database.execute("INSERT INTO crossing VALUES (?, ?, ?, ?, ?)", (f"2026-02-{day:02}", route, name, passengers, round(draw.uniform(0, 24), 1)))
database.execute("VACUUM")
database.close()
