# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil rate FILE: the rating statement of a file of breaks.
    module RateCommand
      OPTIONS = %i[coverage confidence factor school marking_step].freeze

      module_function

      # @param path [String]
      # @param options [Hash] json: and any of OPTIONS, unit:, claim:
      # @return [String]
      def call(path, options)
        breaks = BreaksFile.read(File.read(path, encoding: "UTF-8").scrub, name: path, units: Catalogue.units)
        statement = Core::Rating::Rate.call(Core::Rating::Sample.new(breaks.observations), terms(breaks, options))
        options[:json] ? JSON.pretty_generate(statement.to_h) : text(statement)
      end

      def terms(breaks, options)
        unit = Catalogue.units.force!(options[:unit] || breaks.terms["unit"] || "kN")
        given = OPTIONS.to_h { |name| [name, options[name] || breaks.terms[name.to_s]] }.compact
        given[:school] = given[:school].to_sym if given[:school]
        given[:borrowed] = borrowed(breaks.terms, unit)
        claim = options[:claim] || breaks.terms["claim"]
        claim &&= Core::Rating::Claim.new(newtons: unit.to_si(claim.to_f), measure: :strength, kind: (breaks.terms["claim_kind"] || "minimum").to_sym, every_piece: false)
        Core::Rating::Terms.checked(unit: unit, claim: claim, resolution_newtons: breaks.resolution_newtons,
                                    shared_uncertainty_share: breaks.terms["shared_uncertainty_share"], simulate: !options[:quick], **given.compact)
      end

      # "borrowed_lots": breaks of earlier lots of the type, in the unit.
      def borrowed(stated, unit)
        stated["borrowed_lots"]&.then { |lots| Core::Rating::Borrowed.from(lots.map { |lot| lot.map { |v| unit.to_si(v.to_f) } }) }
      end

      def text(statement)
        rating = statement.to_h
        lines = ["#{rating[:counts][:in_words]}; #{percent(rating[:coverage])} coverage, #{percent(rating[:confidence])} confidence", ""]
        rating[:schools].each { |school| lines << school_line(school, rating) }
        lines << "" << (rating[:minimum] ? result(rating) : "No minimum. #{rating[:recommended_because]}")
        lines << "#{rating[:verdict][:state].tr('_', ' ')}: #{rating[:verdict][:because]}" if rating[:verdict]
        [*lines, *rating[:remarks], *more(rating), "", Core::Rating::Caution::TEXT].join("\n")
      end

      # What limits, what stands out, and what a few more breaks would do.
      def more(rating)
        [rating[:ways]&.fetch(:in_words), *rating[:aids].select { |aid| aid[:flags] }.map { |aid| "#{aid[:name]}: #{aid[:in_words]}. #{aid[:can_see]}" },
         (rating[:next_breaks].any? ? "With more breaks like these: #{rating[:next_breaks].select { |r| r[:stated] }.map { |r| "#{r[:more]} more #{r[:stated]} #{rating[:unit]}" }.join(', ')}." : nil)].compact
      end

      def school_line(school, rating)
        mark = school[:key] == rating[:chosen] ? "*" : " "
        value = school[:refusal] ? "-" : "#{school[:stated]} #{rating[:unit]}"
        format("%s %-28s %14s   %s", mark, school[:name], value, school[:refusal] ? "refused: #{school[:refusal]}" : school[:in_words])
      end

      def result(rating)
        "Minimum breaking strength #{rating[:minimum][:text]} #{rating[:unit]} / #{format('%g',
                                                                                          rating[:factor])} = working load limit #{rating[:working_load_limit][:text]} #{rating[:unit]}\n#{rating[:recommended_because]}"
      end

      def percent(share) = "#{format('%g', share * 100)} %"
    end
  end
end
