package app.pervius.server;

import org.springframework.boot.SpringApplication;

/**
 * What the build runs to prepare starts: Spring works out ahead of time which parts the application has, and writes that down as classes.
 * They are found under this class's name. Which parts there are may therefore depend on no setting but the profile.
 */
final class Prepared {

    private Prepared() {
    }

    public static void main(String[] arguments) {
        // The command line would swallow the exception by which the build ends this.
        new SpringApplication(Pervius.class).run(arguments);
    }
}
