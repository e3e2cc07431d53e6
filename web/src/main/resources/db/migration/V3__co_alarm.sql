-- a CO alarm or a headache, and the deliberate all-clear after it
alter table outage_event drop constraint outage_event_kind_check;
alter table outage_event add constraint outage_event_kind_check check (kind in ('started', 'done', 'refused-reading', 'corrected', 'opened', 'chosen', 'answered', 'undone', 'alarmed', 'all-clear', 'ended'));
