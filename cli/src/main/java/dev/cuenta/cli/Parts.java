package dev.cuenta.cli;

import picocli.CommandLine;
import picocli.CommandLine.IFactory;

/** Makes commands; hands the settings to those parts that ask for them. */
final class Parts implements IFactory {
    private final Settings settings;

    Parts(Settings settings) {
        this.settings = settings;
    }

    @Override
    public <K> K create(Class<K> type) throws Exception {
        return type == Service.class
                ? type.cast(new Service(settings))
                : CommandLine.defaultFactory().create(type);
    }
}
