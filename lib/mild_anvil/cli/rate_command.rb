# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil rate FILE: the rating statement of a file of breaks.
    module RateCommand
      OPTIONS = %i[coverage confidence factor school marking_step shared_uncertainty_share].freeze

      module_function

      # @param path [String]
      # @param options [Hash] json: and any of OPTIONS, unit:, claim:
      # @return [String]
      def call(path, options)
        breaks = BreaksFile.read(File.read(path, encoding: "UTF-8").scrub, name: path, units: Catalogue.units)
        statement = Core::Rating::ComputeRating.call(Core::Rating::Sample.new(breaks.observations),
                                                     terms(breaks, options))
        options[:json] ? JSON.pretty_generate(statement.to_h) : text(statement)
      end

      def terms(breaks, options)
        unit = Catalogue.units.force!(options[:unit] || breaks.terms["unit"] || "kN")
        given = OPTIONS.to_h { |name| [name, options[name] || breaks.terms[name.to_s]] }.compact
        given[:school] = given[:school].to_sym if given[:school]
        Core::Rating::Terms.checked(unit: unit, units: Catalogue.measurand("force").units,
                                    resolution_si: breaks.resolution_si,
                                    claims: claims(breaks.terms, options, unit), borrowed: borrowed(breaks.terms, unit),
                                    population: population(options[:population] || breaks.terms["population"]),
                                    calibrate: options[:quick] ? :chosen : :all, **given)
      end

      def population(shape)
        shape && Core::Rating::Population.from_h({ shape: shape, reason: "as it was said" })
      end

      def claims(stated, options, unit)
        claimed = options[:claim] || stated["claim"] or return []

        [Core::Rating::Claim.new(value_si: unit.to_si(claimed.to_f), text: claimed.to_s, unit: unit.symbol,
                                 measure: :strength,
                                 kind: (stated["claim_kind"] || "minimum").to_sym, every_piece: false)]
      end

      # "borrowed_lots": breaks of earlier lots of the type, in the unit.
      def borrowed(stated, unit)
        stated["borrowed_lots"]&.then do |lots|
          Core::Rating::Borrowed.from(lots.map { |lot| lot.map { |v| unit.to_si(v.to_f) } })
        end
      end

      def text(statement)
        rating = statement.to_h
        [headline(rating), "", *rating[:schools].map { |school| school_line(school, rating) }, "", *result(rating),
         *rating[:verdicts].map do |v|
           ["#{v[:state].tr('_', ' ')}: #{v[:reason]}", v[:wrong]].compact.join(" ")
         end, *beside(rating), *rating[:remarks], *more(rating), "",
         Core::Rating::Caution::TEXT].join("\n")
      end

      def headline(rating)
        "#{rating[:counts][:in_words]}; #{percent(rating[:coverage])} coverage, #{percent(rating[:confidence])} " \
          "confidence"
      end

      # How often such a bound keeps, what lowers it, what these breaks cannot see; or the ways on.
      def beside(rating)
        weak = rating[:unseen]&.fetch(:weak)&.find { |row| row[:percent] == "5 %" }
        [rating[:keeps]&.fetch(:words), rating[:stretch], weak&.fetch(:text), *rating[:ways_out]].compact
      end

      # What limits, what stands out, and what a few more breaks would do.
      def more(rating)
        flagged = rating[:sample_tests].select { |test| test[:flags] }
        [rating[:failure_modes]&.fetch(:in_words), *flagged.map do |t|
          "#{t[:name]}: #{t[:in_words]}. #{t[:detectable]}"
        end,
         next_breaks(rating)].compact
      end

      def next_breaks(rating)
        rows = rating[:next_breaks].select { |row| row[:stated] }
        return if rows.empty?

        "With more breaks like these: #{rows.map { |row| "#{row[:more]} more #{figure(row[:stated])}" }.join(', ')}."
      end

      def school_line(school, rating)
        mark = school[:key] == rating[:chosen] ? "*" : " "
        value = school[:stated] ? figure(school[:stated]) : "-"
        format("%s %-28s %14s   %s", mark, school[:name], value,
               school[:refusal] ? "refused: #{school[:refusal]}" : school[:in_words])
      end

      def result(rating)
        return ["No minimum. #{rating[:recommended_reason]}"] if rating[:minimum].nil?

        limit = rating[:working_load_limit]
        shown = limit ? "working load limit #{figure(limit)}" : rating[:limit_refusal].sub(/\AN/, "n")
        minimum = "Minimum breaking strength #{figure(rating[:minimum])}"
        said = limit ? "#{minimum} / #{rating[:factor_text]} = #{shown}" : "#{minimum}; #{shown}"
        [said, rating[:recommended_reason]]
      end

      def figure(stated) = "#{stated[:text]} #{stated[:unit]}"

      def percent(share) = "#{format('%g', share * 100)} %"
    end
  end
end
