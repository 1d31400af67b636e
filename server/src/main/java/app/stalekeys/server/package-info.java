/// The web application: Spring Boot over the core. One flat package a feature, named as the stages and
/// views are; `server → reports → core`, never back. Entry point: [WebApplication].
package app.stalekeys.server;
