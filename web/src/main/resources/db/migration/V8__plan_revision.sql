-- goes up when better on-sets are put in the place of those kept: a page that knows a plan need not read it again
alter table rotation_plan add column revision integer not null default 0;
