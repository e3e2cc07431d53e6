-- the set's bond as measured under way
alter table outage_event drop constraint outage_event_kind_check;
alter table outage_event add constraint outage_event_kind_check check (kind in ('started', 'done', 'read', 'refused-reading', 'corrected', 'opened', 'chosen', 'answered', 'undone', 'alarmed', 'all-clear', 'utility-seen', 'utility-lost', 'taken-over', 'planned', 'observed', 'fuel-seen', 'load-measured', 'bond-found', 'stalled', 'ended'));
