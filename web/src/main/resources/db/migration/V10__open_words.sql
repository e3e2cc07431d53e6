-- kinds of events are defined in code, in one place; a log keeps what a newer version has written to it
alter table outage_event drop constraint outage_event_kind_check;
alter table outage_event add constraint outage_event_kind_check check (kind ~ '^[a-z][a-z-]{0,39}$');

-- why a rotation was planned is kept as what it says, not as text
alter table rotation_plan drop constraint rotation_plan_why_check;
alter table rotation_plan add constraint rotation_plan_why_check check (length(why) between 1 and 2000);
