# frozen_string_literal: true

module MildAnvil
  module Store
    # The rows of every list that is handed out as a table: columns, and the rows as they are filtered.
    class Lists
      NAMES = %w[lots pulls specimens statements instruments checks gear benches long-tests watched-breaks].freeze
      OF_A_LOT = %w[pulls specimens].freeze

      # @param words [Array<String>] all of which must occur; @param lot_id [Integer, nil]
      def initialize(words: [], lot_id: nil, waiting: false, database: Sequel::Model.db)
        @database = database
        @words = words
        @lot_id = lot_id
        @waiting = waiting
      end

      # @param name [String] of NAMES
      # @return [Array(Array<String>, Array<Array>)] head and rows
      def read(name)
        rows = send(name.tr("-", "_"))
        head = rows.columns
        [head.map(&:to_s), rows.all.map { |row| head.map { |column| row[column] } }]
      end

      private

      def lots
        ids, = Rack.page(words: @words, waiting: @waiting, limit: 1_000_000, database: @database)
        @database[:lots].join(:jobs, id: Sequel[:lots][:job_id]).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                        .where(Sequel[:lots][:id] => ids.map { |row| row[:id] })
                        .select(Sequel[:lots][:id], :customer, :title, :purpose, Sequel[:lots][:name], :item_type,
                                :material, :maker, :direction, :configuration, :measurand,
                                Sequel[:lot_summaries][:state], :breaks, :mean_si, :standard_deviation_si)
                        .order(Sequel[:lots][:id])
      end

      # Every pull with its highest reading and the judgement in force.
      def pulls
        judged = Counting.judgements(@database)
        of_lot(@database[:pulls].join(:features, id: :feature_id).join(:specimens, id: :specimen_id)
                                .left_join(judged.as(:last), pull_id: Sequel[:pulls][:id])
                                .left_join(:judgements, id: Sequel[:last][:id])
                                .join(:people, id: Sequel[:pulls][:person_id]))
          .select(Sequel[:pulls][:number], Sequel[:specimens][:number].as(:specimen), Sequel[:specimens][:label],
                  Sequel[:features][:name].as(:feature), :pulled_at, :origin, Sequel[:judgements][:counts_as],
                  Sequel[:judgements][:value_si], Sequel[:judgements][:upper_si], Sequel[:judgements][:failed_part],
                  Sequel[:judgements][:zone], Sequel[:judgements][:mode], Sequel[:judgements][:reason],
                  Sequel[:pulls][:note], Sequel[:people][:name].as(:pulled_by))
          .order(Sequel[:pulls][:number])
      end

      def of_lot(rows) = rows.where(Sequel[:pulls][:lot_id] => @lot_id)

      def specimens
        @database[:specimens].where(lot_id: @lot_id).order(:number)
                             .select(:number, :label, :state, :trial, :parent, :position, :side, :direction, :note)
      end

      def statements
        @database[:statements].join(:lots, id: :lot_id).join(:jobs, id: :job_id).exclude(purpose: "practice")
                              .join(:people, id: Sequel[:statements][:person_id])
                              .select(Sequel[:lots][:name].as(:lot), :customer, Sequel[:statements][:number],
                                      Sequel[:statements][:created_at].as(:signed_at),
                                      Sequel[:people][:name].as(:signed_by), Counting.standing.as(:standing),
                                      figure("minimum"), figure("working_load_limit"),
                                      stated("factor_text").as(:design_factor), Sequel[:statements][:sha256],
                                      Sequel[:statements][:rule_version])
                              .order(Sequel[:statements][:id])
      end

      # A figure of a statement as it was signed, with its unit.
      def figure(name)
        text, unit = %w[text unit].map { |part| stated("#{name}.#{part}") }
        Sequel.function(:concat_ws, " ", text, unit).as(name.to_sym)
      end

      def stated(path) = Sequel.function(:json_value, Sequel[:statements][:body], "$.content.#{path}")

      def instruments
        @database[:instruments].order(:id)
                               .select(:id, :name, :serial, :capacity_newtons, :resolution_newtons, :due_on,
                                       :checked_until, :checked_low_newtons, :checked_high_newtons, :retired_at)
      end

      def checks
        check = Sequel[:instrument_checks]
        @database[:instrument_checks].join(:instruments, id: :instrument_id).join(:people, id: check[:person_id])
                                     .select(Sequel[:instruments][:name].as(:instrument), check[:kind], :checked_at,
                                             :good_until, :passed, :low_newtons, :high_newtons,
                                             Sequel[:people][:name].as(:by), check[:withdrawn_at], check[:sha256])
                                     .order(check[:id])
      end

      def gear
        @database[:gear].order(:id).select(:id, :name, :kind, :strength_newtons, :pulls_before, :highest_before_newtons,
                                           :inspection_due_on, :note, :retired_at)
      end

      def benches
        @database[:benches].order(:id).select(:id, :name, :kind, :pull_newtons, :push_newtons, :guard_newtons,
                                              :stroke_metres, :bed_metres, :note, :retired_at)
      end

      def long_tests
        @database[:long_tests].order(:id).select(:id, :kind, :title, :state, :started_at, :ended_at, :ended_words)
      end

      # Those that were withdrawn, too, with why.
      def watched_breaks
        gone = Counting.withdrawn("watched_break", @database).select(:subject_id, :reason)
        @database[:watched_breaks].left_join(gone.as(:gone), subject_id: Sequel[:watched_breaks][:id])
                                  .join(:watched_products, id: Sequel[:watched_breaks][:product_id])
                                  .join(:people, id: Sequel[:watched_breaks][:person_id])
                                  .select(Sequel[:watched_products][:name].as(:product), :at, :value_si, :text, :unit,
                                          :batch, :note, Sequel[:people][:name].as(:by),
                                          Sequel[:gone][:reason].as(:withdrawn))
                                  .order(Sequel[:watched_breaks][:id])
      end
    end
  end
end
