"""Events of calendars by two readers: python3-icalendar (fields) and python3-vobject (every time that a rule comes). Called by golden-calendar.ts."""
import json
import sys
from datetime import timezone

import icalendar
import vobject

made = {}
for zone, text in json.load(open(sys.argv[1])).items():
    calendar = icalendar.Calendar.from_ical(text)
    fields = [
        {
            "uid": str(e["UID"]),
            "sequence": int(e["SEQUENCE"]),
            "status": str(e["STATUS"]),
            "start": e["DTSTART"].dt.astimezone(timezone.utc).isoformat(),
            "minutes": int(e["DURATION"].dt.total_seconds() / 60),
            "summary": str(e["SUMMARY"]),
            "text": str(e["DESCRIPTION"]),
            "alarms": len([a for a in e.subcomponents if a.name == "VALARM"]),
        }
        for e in calendar.walk("VEVENT")
    ]
    read = vobject.readOne(text)
    times = {
        e.uid.value: [t.astimezone(timezone.utc).isoformat() for t in e.getrruleset(addRDate=True)]
        for e in read.vevent_list
    }
    made[zone] = {"fields": fields, "times": times}
print(json.dumps({"icalendar": icalendar.__version__, "vobject": "0.9.6.1", "calendars": made}, ensure_ascii=False, indent=1))
