-- what a bonding test came to; half a test is neither passed nor failed, and nothing that was tested before the device
-- was changed, the household exchanged or the set repaired counts after it
alter table device_test add column finding text;
alter table device_test drop constraint device_test_result_check;
alter table device_test add constraint device_test_result_check check (result in ('passed', 'failed', 'partly', 'void'));

update device_test set finding = substring(note from ': ([a-z-]+)$') where test = 'bonding';

update device_test set result = 'partly'
where test = 'bonding' and finding not in ('broken-path', 'contradiction', 'doubtful')
  and (result = 'failed' or (note like 'generatorAlone %' and note not like '%inletAlone%' and note not like '%connected%'));
