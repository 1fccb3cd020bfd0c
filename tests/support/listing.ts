/** What the member is called who sees to a record. */
export const OWNER = `coalesce((select name from "user" where id = one.owner_id), '')`

/** What is kept beside a record for lists, where it is not what the records themselves say. */
export const KEPT_WRONG = `
  select kept.* from record one full join listing kept on kept.record_id = one.id
  where (kept.workspace_id, kept.type, kept.person, kept.company, kept.owner, kept.at, kept.sent, kept.last_sent_at, kept.people, kept.deals, kept.requests)
    is distinct from (one.workspace_id, one.type,
      coalesce((select title from record where id = one.contact_id and gone_by is null), ''),
      coalesce((select title from record where id = one.company_id and gone_by is null), ''),
      ${OWNER}, coalesce(one."values" ->> case one.type when 'deal' then 'stage' when 'request' then 'status' end, ''),
      (select count(*)::int from submission where contact_id = one.id and state = 'applied' and binned_at is null and not is_test),
      (select max(received_at) from submission where contact_id = one.id and state = 'applied' and binned_at is null and not is_test),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'contact' and r.gone_by is null),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'deal' and r.gone_by is null),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'request' and r.gone_by is null))`

const TITLE_AND_KEY = (id: string) => `(select title || ' ' || key from record where id = ${id} and gone_by is null)`

/** What a record is searched by, where it is not its own words and those of whom it belongs to. */
export const TEXTS_WRONG = `
  select kept.* from record one full join record_text kept on kept.record_id = one.id
  where (kept.workspace_id, kept.type, kept.text) is distinct from (one.workspace_id, one.type,
    array_to_string(array[one.title, one.key, one.domain, values_text(one."values"),
      nullif(array_to_string(array(select title || ' ' || key from record where merged_into = one.id order by id), ' '), ''),
      ${TITLE_AND_KEY('one.contact_id')},
      (select title from record where id = one.company_id and gone_by is null),
      (select domain from record where id = one.company_id and gone_by is null)], ' '))`

/** The same of submissions. */
export const SUBMISSIONS_KEPT_WRONG = `
  select kept.* from submission one full join submission_listing kept on kept.submission_id = one.id
  where (kept.workspace_id, kept.who, kept.form, kept.text) is distinct from (one.workspace_id,
    coalesce((select title from record where id = one.contact_id and gone_by is null), ''),
    (select name from form where id = one.form_id),
    case when one.state <> 'received' then array_to_string(array[values_text(one."values"), ${TITLE_AND_KEY('one.contact_id')},
      nullif(array_to_string(array(select text from submission_note where submission_id = one.id order by id), ' '), '')], ' ') end)`
