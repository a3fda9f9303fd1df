-- What is still to tell, at once or later, and what a message tells: one index that changes when it is told, where there were three.
drop index notice_to_gather;
drop index notice_by_submission;
drop index notice_due;
create index notice_to_tell on notice (message_id, due_at, submission_id);
