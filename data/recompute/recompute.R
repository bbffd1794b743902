# Finds the peaks in the raw samples and computes each school's value again. R and its own package survival.
suppressWarnings(library(survival))
WITHIN <- 1e-6
table_of <- function(name) read.csv(name, stringsAsFactors = FALSE, colClasses = "character", encoding = "UTF-8")
num <- function(text) suppressWarnings(as.numeric(text))
wrong <- character(0)
compare <- function(what, stated, again) {
  if (is.na(again) || abs(stated - again) > WITHIN * max(abs(stated), 1e-12)) {
    wrong <<- c(wrong, what)
    cat(sprintf("%s: stated %.15g, found again %.15g\n", what, stated, again))
  }
}

peak <- function(row) {
  curve <- read.csv(file.path("..", "curves", paste0(row$recording, ".csv")), check.names = FALSE)
  spikes <- num(strsplit(trimws(row$spikes_seconds), " +")[[1]])
  kept <- !(curve[[1]] %in% spikes)
  max(num(row$sign) * curve[[as.integer(row$column)]][kept] - num(row$zero_si), na.rm = TRUE)
}

# k such that mean - k s lies below the quantile of that coverage with that confidence. qt is exact to some 1e-8 here;
# the root is polished by the integral of which it is the root.
chance <- function(k, shift, dof) {
  density <- function(s) exp(log(2) + dof / 2 * log(dof / 2) - lgamma(dof / 2) + (dof - 1) * log(s) - dof * s^2 / 2)
  integrate(function(s) density(s) * pnorm(k * s - shift), 0, 1 + 12 / sqrt(dof), rel.tol = 1e-11,
            subdivisions = 2000)$value
}
tolerance <- function(n, coverage, confidence, dof) {
  shift <- qnorm(coverage) * sqrt(n)
  k <- suppressWarnings(qt(confidence, dof, ncp = shift))
  around <- max(abs(k), 1) * 0.05
  uniroot(function(x) chance(x, shift, dof) - confidence, c(k - around, k + around), tol = 1e-12,
          extendInt = "upX")$root / sqrt(n)
}

family_of <- function(school) if (school %in% c("fitted_weibull", "fitted_cautious")) "extreme" else "gaussian"

# Equal readings lie evenly over the step of the display, where the step alone would hide their scatter.
spread <- function(v, step) {
  if (is.na(step) || step <= 0 || length(v) < 2 || min(v) <= step / 2 || sd(v) >= step / sqrt(12)) return(v)
  v <- sort(v)
  v + step * ((ave(v, v, FUN = seq_along) - 0.5) / ave(v, v, FUN = length) - 0.5)
}
below <- list(gaussian = pnorm, extreme = function(z) -expm1(-exp(z)))
log_density <- list(gaussian = function(z) dnorm(z, log = TRUE), extreme = function(z) z - exp(z))
quantile_of <- list(gaussian = qnorm, extreme = function(p) log(-log1p(-p)))

fitted_bound <- function(row, values) {
  logs <- row$school %in% c("fitted_lognormal", "fitted_weibull")
  family <- family_of(row$school)
  forth <- if (logs) log else identity
  values <- rbind(values[values$counts_as == "break", ], values[values$counts_as != "break", ])
  given <- num(values$value_si); broke <- values$counts_as == "break"
  given[broke] <- spread(given[broke], num(row$resolution_si))
  low <- forth(given); high <- forth(num(values$upper_si)); kind <- values$counts_as
  likelihood <- function(location, scale) {
    z <- (low - location) / scale
    sum(ifelse(kind == "break", log_density[[family]](z) - log(scale),
               log(pmax(ifelse(kind == "at_least", 1 - below[[family]](z),
                        ifelse(kind == "at_most", below[[family]](z),
                               below[[family]]((high - location) / scale) - below[[family]](z))), 1e-300))))
  }
  p <- 1 - num(row$coverage); z <- quantile_of[[family]](p)
  # The fit itself, by somebody else's hand.
  lower <- ifelse(kind == "at_most", NA, low)
  upper <- ifelse(kind == "at_least", NA, ifelse(kind == "between", high, low))
  fit <- survreg(Surv(lower, upper, type = "interval2") ~ 1, dist = family,
                 control = survreg.control(rel.tolerance = 1e-13, maxiter = 200))
  top <- unname(coef(fit)) + z * fit$scale
  profile <- function(y) -optimize(function(s) -likelihood(y - z * exp(s), exp(s)),
                                   log(fit$scale) + c(-6, 6), tol = 1e-10)$objective
  goal <- likelihood(unname(coef(fit)), fit$scale) - num(row$drop)
  step <- fit$scale
  while (profile(top - step) > goal) step <- step * 2
  y <- uniroot(function(y) profile(y) - goal, c(top - step, top), tol = 1e-12 * max(abs(top), 1))$root
  if (logs) exp(y) else y
}

by_order <- function(values, coverage, confidence) {
  n <- length(values)
  place <- max(which(1 - pbinom(seq_len(n) - 1, n, 1 - coverage) >= confidence - 1e-12))
  sort(values)[place]
}

school <- function(row, values) {
  v <- num(values$value_si); n <- length(v); m <- mean(v); s <- if (n > 1) sd(v) else 0
  coverage <- num(row$coverage); confidence <- num(row$confidence)
  first <- min(v); average <- m
  if (n > 1) { ordered <- v; v <- spread(v, num(row$resolution_si)); m <- mean(v); s <- sd(v) } else ordered <- v
  switch(row$school,
    lowest = first, proof_survivors = first, average = average, mean_minus_three_s = m - 3 * s,
    # k of the weakest place is from a table of simulated lots, and taken as given
    cautious = m - num(row$k) * s, tolerance_weibull = exp(mean(log(v)) - num(row$k) * sd(log(v))),
    tolerance_normal = m - tolerance(n, coverage, confidence, n - 1) * s,
    tolerance_lognormal = exp(mean(log(v)) - tolerance(n, coverage, confidence, n - 1) * sd(log(v))),
    prediction = m - qt(confidence, n - 1) * sqrt(1 + 1 / n) * s,
    distribution_free = by_order(ordered, coverage, confidence),
    borrowed_scatter = m - tolerance(n, coverage, confidence, num(row$borrowed_dof)) * num(row$borrowed_sd_si),
    fitted_normal = , fitted_lognormal = , fitted_weibull = , fitted_cautious = fitted_bound(row, values),
    num(row$value_si)) # a claim: what was claimed, which the values confirm or do not
}

peaks <- table_of("peaks.csv"); schools <- table_of("schools.csv"); values <- table_of("values.csv")
for (i in seq_len(nrow(peaks))) compare(paste("peak of", peaks$recording[i]), num(peaks$peak_si[i]), peak(peaks[i, ]))
for (i in seq_len(nrow(schools))) {
  row <- schools[i, ]
  compare(paste0(row$rating, ", ", row$school), num(row$value_si), school(row, values[values$rating == row$rating, ]))
}
cat(sprintf("%d peaks and %d values of schools found again, %d not the same\n", nrow(peaks), nrow(schools), length(wrong)))
quit(status = if (length(wrong) > 0) 1 else 0)
