package dev.cuenta.service.model;

import dev.cuenta.service.job.Job;
import dev.cuenta.store.publish.Publisher;
import org.springframework.stereotype.Component;

/** Publishes the revision that is being published, if there is one. */
@Component
final class PublishJob implements Job {
    private final Publisher publisher;

    PublishJob(Publisher publisher) {
        this.publisher = publisher;
    }

    @Override
    public String title() {
        return "Publishing";
    }

    @Override
    public void carryOn() {
        publisher.carryOn();
    }

    @Override
    public boolean precedesModel() {
        return true;
    }
}
