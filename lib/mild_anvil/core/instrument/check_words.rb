# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # A check in sentences: what the screen, the command line and the check record say.
      class CheckWords
        WHY = { indication: "on indication", repeatability: "on repeatability", reversibility: "on reversibility",
                resolution: "on resolution", zero: "on return to zero",
                lowest_force: "below its lowest force" }.freeze
        PLAUSIBLE = [0.5, 2.0].freeze

        # @param result [CheckResult]; @param unit [Quantity::Unit] that forces are stated in
        def initialize(result, unit:)
          @result = result
          @words = Plan::Wording.new(unit)
          @figures = Quantity::FigureRule.for(unit: unit, resolution_si: result.resolution)
        end

        # @return [Array<String>] use, shop's tolerance, classes, and what stands out
        def sentences = [use, units, *shop, relative, classes, *shape, *reservations].compact

        # @return [String]
        def use
          return "It may not be used: #{failed_words}." unless @result.passed?

          low, high = @result.range
          rest = @result.failed_levels
          top = high == @result.series.levels.last ? "the highest point checked" : "above which it fails"
          "It may be used from #{@words.force(low, :up)} to #{@words.force(high, :down)}, #{top}." \
            "#{" Outside your tolerance at #{list(rest)}." if rest.any?}"
        end

        # A cell that shows ten times what hangs on it was not built: something was read in another unit.
        # @return [String, nil]
        def units
          slope = @result.line&.slope or return
          return if slope.between?(*PLAUSIBLE)

          "It shows #{@words.number(slope.abs)} times what was hung on: are the units of the loads and of the " \
            "display right?"
        end

        # @return [Array<String>]
        def shop
          worst = @result.worst
          return [] unless @result.failed_levels.empty?

          ["Within your #{tolerance}: worst at #{@words.force(worst.applied)}, #{signed(worst.error)} of " \
           "#{@words.force(@result.tolerance.allowed(worst.applied), :down)} allowed."]
        end

        # @return [String, nil]
        def relative
          found = @result.relative_fail or return
          "A pass in #{@figures.unit} is a fail in per cent: at #{@words.force(found.applied)} it is " \
            "#{percent(found.indication)} off, outside every class."
        end

        # Every class with the force from which it is kept, the widest first; why not a finer one, nor from lower.
        # @return [String]
        def classes
          only = @result.classes.reservations.empty? ? "" : ", as an indication only"
          kept = named.reverse.select(&:last).slice_when { |a, b| a.last != b.last }.map(&:last)
          return "Within no class of ISO 7500-1#{only}; #{why(named.last.first)}." if kept.empty?

          told = kept.map { |name, from| "class #{short(name)} from #{@words.force(from, :up)}" }
          "Within #{told.join(', ')}#{only}#{reasons(kept).map { |reason| "; #{reason}" }.join}."
        end

        # @return [Array<String>]
        def shape = [bend, reversibility, zero].compact

        # @return [Array<String>] why it is only an indication
        def reservations
          found = @result.classes.reservations
          found.empty? ? [] : ["For a class there are #{found.join('; ')}."]
        end

        # @return [String] "1 % of reading", "50 N or 1 % of reading"
        def tolerance
          parts = [@result.tolerance.newtons&.then { |n| @words.force(n) },
                   @result.tolerance.share&.then { |s| "#{format('%g', (s * 100).round(6))} % of reading" }].compact
          parts.join(" or, if more, ")
        end

        # @return [Array<Hash>] class, from (text or nil), why not from lower or not at all (text or nil)
        def class_rows
          named.map do |name, from|
            { class: short(name), from: from && @words.force(from, :up),
              why: (why(name) if from.nil? || from > @result.series.levels.first) }
          end
        end

        private

        def named = @named ||= VerificationClass::LIMITS.keys.map { |name| [name, @result.classes.kept_from(name)] }

        def reasons(kept)
          wide = kept.first
          below = wide.last > @result.series.levels.first ? "below, #{why(wide.first)}" : nil
          finer = named.take_while { |name, _| name != kept.last.first }.last&.first
          [below, finer && why(finer)].compact
        end

        # The failure that decides: of the whole range, else at the highest force that fails.
        def why(name)
          failures = @result.classes.failures(name)
          found = failures.find { |f| f.applied.nil? } || failures.max_by { |f| [f.applied, f.found / f.limit] }
          return "class #{short(name)} is kept" if found.nil?

          at = found.applied ? " at #{@words.force(found.applied)}" : ""
          "class #{short(name)} fails #{WHY.fetch(found.what)}#{at}#{figure(found)}"
        end

        def figure(found)
          return " of #{@words.force(found.limit, :up)}" if found.what == :lowest_force

          " (#{percent(found.found)}, allowed #{format('%g', found.limit)} %)"
        end

        def failed_words
          worst = @result.worst
          "at #{@words.force(worst.applied)} it is #{signed(worst.error)} off, your #{tolerance} allows " \
            "#{@words.force(@result.tolerance.allowed(worst.applied), :down)}"
        end

        def bend
          amount = @result.bend or return
          "It bends by #{@words.force(amount)} in mid-range (p #{format('%.2g', @result.curvature.p)})."
        end

        def reversibility
          force, difference = @result.differences.max_by { |_, value| value.abs }
          return "The way down was not read: nothing is known of its reversibility." if force.nil?

          "Coming back it reads #{signed(difference)} at #{@words.force(force)}."
        end

        def zero
          return "The zero after the load was not read in every series." unless @result.series.returned?

          residual = @result.series.zero_residual
          residual.zero? ? "Zero came back." : "Zero came back within #{@figures.up(residual)}."
        end

        def list(levels) = levels.map { |level| @words.force(level) }.join(", ")

        # What is nothing to the step has no sign.
        def signed(newtons)
          figure = @figures.nearest(newtons.abs)
          return figure.to_s unless figure.text.match?(/[1-9]/)

          "#{newtons.negative? ? '−' : '+'}#{figure}"
        end

        def percent(value) = "#{value.abs >= 100 ? value.abs.round : format('%.2g', value.abs)} %"
        def short(name) = format("%g", name)
      end
    end
  end
end
