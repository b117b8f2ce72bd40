-- Brings what had tables of its own into events: of a whole file, or of one job that comes from an older version,
-- whose rows then stand in temporary tables of the same names. An id was one of its table alone: where another event
-- has it by now, it is made anew.
CREATE TEMP TABLE seen (id TEXT PRIMARY KEY) WITHOUT ROWID;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT id, job_id, 'gauge', json_object('kind', kind, 'instrument', instrument, 'division', division, 'mode', mode,
    'setting', setting, 'mating', json(iif(mating, 'true', 'false')), 'sense', sense, 'steps', json(steps),
    'built', built, 'repeatability', repeatability, 'setting_u', setting_u,
    'finest', json(iif(finest, 'true', 'false')), 'counts', counts, 'cabinet', cabinet, 'named', named,
    'expansion', expansion), set_by, set_at, from_file
  FROM gauges ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM gauges;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'condition', json_patch('{}', json_object('kind', kind, 'number', number,
    'torqued', json(iif(torqued IS NULL, 'null', iif(torqued, 'true', 'false'))),
    'deck_plate', json(iif(deck_plate IS NULL, 'null', iif(deck_plate, 'true', 'false'))),
    'shells_in', json(iif(shells_in IS NULL, 'null', iif(shells_in, 'true', 'false'))),
    'studs', json(iif(studs IS NULL, 'null', iif(studs, 'true', 'false'))),
    'part_c', part_c, 'gauge_c', gauge_c, 'material', material, 'note', note)), set_by, set_at, from_file
  FROM conditions ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM conditions;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'order', json_object('sheet', sheet, 'issue', issue, 'body', json(body)), issued_by, issued_at,
    from_file
  FROM orders ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM orders;
INSERT INTO events (id, job_id, of_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, of_id, 'build', json_set(body, '$.what', what), said_by, said_at, from_file
  FROM build_events ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM build_events;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'note', json_object('kind', kind, 'number', number, 'component', component, 'text', text), said_by,
    said_at, from_file
  FROM notes ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM notes;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'photo', json_object('caption', caption, 'kind', kind, 'number', number, 'component', component,
    'width', width, 'height', height), taken_by, taken_at, from_file
  FROM photos ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM photos;
INSERT INTO pictures (of_id, picture, small) SELECT id, picture, small FROM photos;
INSERT INTO events (id, job_id, of_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, gauge_id, 'zero', json_object('kind', kind, 'off', off), checked_by, checked_at, from_file
  FROM gauge_checks ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM gauge_checks;
INSERT INTO events (id, job_id, feature_id, what, body, by_whom, at, from_file)
SELECT iif(l.id IN (SELECT id FROM seen), lower(hex(randomblob(16))), l.id),
    f.job_id, f.id, 'look', json_patch('{}', json_object('what', l.what, 'look', l.look, 'note', l.note)),
    l.graded_by, l.graded_at, l.from_file
  FROM looks l JOIN features f ON f.id = l.feature_id ORDER BY l.seq;
INSERT OR IGNORE INTO seen SELECT id FROM looks;
INSERT INTO events (id, job_id, feature_id, what, body, by_whom, at, from_file)
SELECT iif(u.id IN (SELECT id FROM seen), lower(hex(randomblob(16))), u.id),
    f.job_id, f.id, 'unworn', json_object('value', u.value), u.taken_by, u.taken_at, u.from_file
  FROM unworn u JOIN features f ON f.id = u.feature_id ORDER BY u.seq;
INSERT OR IGNORE INTO seen SELECT id FROM unworn;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'answer', json_object('topic', topic, 'place', place, 'value', value, 'note', note), said_by,
    said_at, from_file
  FROM answers ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM answers;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'decision', json_object('set', set_name, 'component', component, 'action', action, 'step', step,
    'shell', shell, 'method', method, 'overruled', json(iif(overruled, 'true', 'false')), 'reason', reason,
    'basis', json(basis)), decided_by, decided_at, from_file
  FROM decisions ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM decisions;
INSERT INTO events (id, job_id, of_id, what, body, by_whom, at, from_file)
SELECT iif(e.id IN (SELECT id FROM seen), lower(hex(randomblob(16))), e.id),
    o.job_id, o.id, 'order_event', json_object('line', e.line, 'what', e.what, 'reason', e.reason), e.said_by,
    e.said_at, e.from_file
  FROM order_events e JOIN orders o ON o.id = e.order_id ORDER BY e.seq;
INSERT OR IGNORE INTO seen SELECT id FROM order_events;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'match', json_object('kind', kind, 'parts', json(parts), 'places_of', places_of,
    'parts_of', parts_of), settled_by, settled_at, from_file
  FROM matchings ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM matchings;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT iif(id IN (SELECT id FROM seen), lower(hex(randomblob(16))), id),
    job_id, 'closing', json_object('outcome', outcome, 'reason', reason), closed_by, closed_at, from_file
  FROM closings ORDER BY seq;
INSERT OR IGNORE INTO seen SELECT id FROM closings;
INSERT INTO events (id, job_id, of_id, what, body, by_whom, at, from_file)
SELECT lower(hex(randomblob(16))), job_id, id, 'note', '{"removed":true}', removed_by, removed_at, from_file
  FROM notes WHERE removed_by <> '' ORDER BY seq;
INSERT INTO events (id, job_id, of_id, what, body, by_whom, at, from_file)
SELECT lower(hex(randomblob(16))), job_id, id, 'photo', '{"removed":true}', removed_by, removed_at, from_file
  FROM photos WHERE removed_by <> '' ORDER BY seq;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT lower(hex(randomblob(16))), job_id, 'change', json_object('change', 'head', 'before', json(before)),
    changed_by,
    changed_at, from_file
  FROM job_changes ORDER BY seq;
INSERT INTO events (id, job_id, what, body, by_whom, at, from_file)
SELECT lower(hex(randomblob(16))), job_id, 'change', json_patch(json_object('change', what, 'text', text,
    'was', json(before)), iif(facts = '', '{}', facts)), said_by, said_at, from_file
  FROM job_log ORDER BY seq;
DROP TABLE temp.seen;
