-- Few of many, which were sought among all there ever were: the newest passages of a project, the revisions of a firm that wait in a folder
-- for files to come, what has left a folder last, messages that were given up, and reviews whose decisions are still being passed on.
create index passage_newest on passage (project_id, id);
create index passage_waiting_in on passage (folder_id, author_firm_id, wait_until);
create index file_left on folder_file (folder_id, moved_to);
create index message_given_up on message (project_id, given_up_at);
create index review_passing_on on review (passing_on, id);
