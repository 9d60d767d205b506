package dev.cuenta.cli.model;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "cancel",
        mixinStandardHelpOptions = true,
        description = "Take back a publish that is not live yet.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model cancel")
final class CancelCommand implements Runnable {
    @Mixin
    private UnderWay underWay;

    @Override
    public void run() {
        underWay.control("cancel");
    }
}
