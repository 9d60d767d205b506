package dev.cuenta.store.session;

import dev.cuenta.store.live.Work;
import java.util.Optional;

/** For whom another password was asked, as it was given; whether there is such an account is looked up later. */
public final class ResetRequests {
    private final Work work;

    public ResetRequests(Work work) {
        this.work = work;
    }

    public void add(String identifier) {
        work.sql()
                .sql("insert into cuenta.reset_request (identifier) values (?)")
                .param(identifier)
                .update();
    }

    /** The next one, which is gone then; nobody else gets it before the transaction ends. */
    public Optional<String> take() {
        return work.sql().sql("""
                delete from cuenta.reset_request where id = (
                    select id from cuenta.reset_request order by id limit 1 for update skip locked)
                returning identifier""").query(String.class).optional();
    }
}
