# frozen_string_literal: true

require "csv"

module MildAnvil
  module Documents
    # A rating as CSV: the pulls, one row each, below the statement's figures as named values.
    module RatingCsv
      HEADER = %w[pull specimen feature counts_as force_newtons upper_newtons force unit resolution_newtons origin file file_sha256 failed_part zone mode reason].freeze

      module_function

      # @param inputs [Hash] string keys, as frozen with the rating
      # @param statement [Hash] likewise
      # @param rating [Hash, nil] number, person, signed_at; nil for a draft
      # @param units [Core::Quantity::UnitTable]
      # @return [String]
      def render(inputs:, statement:, rating:, units:)
        unit = units.force!(statement.fetch("unit"))
        CSV.generate do |csv|
          named(inputs, statement, rating).each { |name, value| csv << ["# #{name}", value] }
          csv << HEADER
          inputs.fetch("pulls").each { |pull| csv << row(pull, unit) }
        end
      end

      def named(inputs, statement, rating)
        { lot: inputs.dig("lot", "name"), customer: inputs.dig("lot", "customer"), rating: rating ? rating[:number] : "draft, not signed", signed_by: rating && rating[:person],
          school: statement["chosen"], minimum_newtons: statement.dig("minimum", "newtons"), minimum: text(statement["minimum"]), design_factor: statement["factor"],
          working_load_limit: text(statement["working_load_limit"]), verdict: statement.dig("verdict", "state"), rule_version: statement["rule_version"] }
      end
      private_class_method :named

      def text(figure) = figure && "#{figure['text']} #{figure['unit']}"
      private_class_method :text

      def row(pull, unit)
        figure = Core::Quantity::FigureRule.for(unit: unit, resolution_newtons: pull["resolution_newtons"], largest_newtons: pull["force_newtons"]).nearest(pull["force_newtons"])
        [pull["number"], pull["specimen"], pull["feature"], pull["counts_as"], pull["force_newtons"], pull["upper_newtons"], figure.text, figure.unit,
         pull["resolution_newtons"], pull["origin"], pull["file"], pull["file_sha256"], pull["failed_part"], pull["zone"], pull["mode"], pull["reason"]]
      end
      private_class_method :row
    end
  end
end
