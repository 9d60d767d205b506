package dev.cuenta.service.activity;

import dev.cuenta.service.job.Job;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.database.Connections;
import org.springframework.stereotype.Component;

/** Takes what was told into the chain. */
@Component
final class ActivityLinking implements Job {
    /** Two jobs change the chain, each of one instance at a time. */
    static final String LOCK = "cuenta activity";

    private final Connections connections;
    private final Links links;

    ActivityLinking(Connections connections, Links links) {
        this.connections = connections;
        this.links = links;
    }

    @Override
    public String title() {
        return "Linking activity";
    }

    @Override
    public void carryOn() {
        connections.alone(LOCK, sql -> links.carryOn());
    }

    @Override
    public boolean precedesModel() {
        return true;
    }
}
