# frozen_string_literal: true

require "csv"

module MildAnvil
  module Actions
    module Packages
      # What goes along so that a stranger finds the peaks and the values of every school again, by other programs:
      # scripts, and three tables of what they start from and what they should find.
      class Recompute
        FOLDER = File.expand_path("../../../../data/recompute", __dir__)
        SCRIPTS = { "README.md" => "text/markdown", "recompute.R" => "text/x-r",
                    "recompute.py" => "text/x-python" }.freeze
        PEAKS = %w[recording column sign zero_si peak_si spikes_seconds].freeze
        VALUES = %w[rating pull counts_as value_si upper_si].freeze
        SCHOOLS = %w[rating school value_si coverage confidence drop borrowed_sd_si borrowed_dof k
                     resolution_si].freeze

        # @param lot_ids [Array<Integer>]; @param recordings [Array<Hash>] rows
        def initialize(lot_ids, recordings)
          @lot_ids = lot_ids
          @recordings = recordings
        end

        # @yieldparam name [String]; @yieldparam bytes [String]; @yieldparam mediatype [String]
        def each
          SCRIPTS.each { |name, type| yield name, File.binread(File.join(FOLDER, name)), type }
          values, schools = rated
          { "peaks.csv" => [PEAKS, peaks], "values.csv" => [VALUES, values],
            "schools.csv" => [SCHOOLS, schools] }.each do |name, (head, rows)|
            yield name, CSV.generate { |csv| [head, *rows].each { |row| csv << row } }, "text/csv"
          end
        end

        private

        def peaks
          @recordings.filter_map do |row|
            recording = Store::Models::Recording[row[:id]]
            found = recording.analysis&.findings_dataset&.first(kind: "peak") or next
            channel = recording.judged_channel
            place = recording.channels.index { |one| one.id == channel.id }
            timed = recording.channels.any? { |one| one.role == "time" }
            [row[:uid], place + (timed ? 1 : 2), channel.loading_sign, channel.zero_si, found.value_si,
             spikes(recording, found, timed)]
          end
        end

        # As the seconds of the curve's file have them.
        def spikes(recording, found, timed)
          return found.extra["spikes_seconds"].to_a.join(" ") if timed

          at = ->(t) { ((t - recording.start_seconds) / recording.interval_seconds).round }
          found.extra["spikes_seconds"].to_a.map do |t|
            recording.start_seconds + (at.call(t) * recording.interval_seconds.to_f)
          end.join(" ")
        end

        # @return [Array(Array, Array)] of every signed statement, and of every lot as it stands where that was computed
        def rated
          ratings = statements + standing
          [ratings.flat_map { |name, inputs, _| values(name, inputs) },
           ratings.flat_map { |name, inputs, content| schools(name, inputs, content) }]
        end

        def statements
          Store::Models::Statement.where(lot_id: @lot_ids).order(:id).map do |row|
            body = row.frozen_body
            ["#{row.lot.uid} statement #{row.number}", body.fetch("inputs"), body.fetch("content")]
          end
        end

        def standing
          rated = Store::Models::LotSummary.where(lot_id: @lot_ids).exclude(rating_key: nil)
          keys = rated.select_order_map(:rating_key)
          Store::Models::Computation.where(key: keys).exclude(content: nil).order(:key).map do |row|
            inputs = row.frozen_inputs
            ["#{inputs.dig('lot', 'uid')} as it stands", inputs, row.statement]
          end
        end

        def values(name, inputs)
          observed(inputs).map do |one|
            [name, one.label, one.counts_as, one.value_si, one.upper_si]
          end
        end

        # Those that count, as the rating takes them.
        def observed(inputs)
          core = RatingInputs.core(inputs)
          sample = core.terms.leave_preloaded_out? ? core.sample.fresh : core.sample
          sample.counted
        end

        def schools(name, inputs, content)
          terms = inputs.fetch("terms")
          borrowed = terms["borrowed"].to_h
          content.fetch("schools").select { |one| one["value_si"] }.map do |one|
            [name, one["key"], one["value_si"], terms["coverage"], terms["confidence"], one.dig("working", "drop"),
             borrowed["standard_deviation_si"], borrowed["dof"], one.dig("working", "k"), terms["resolution_si"]]
          end
        end
      end
    end
  end
end
