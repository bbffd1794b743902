# frozen_string_literal: true

module MildAnvil
  module Store
    # What the palette finds beside lots: each kind by one query that stays quick however much there is.
    class Found
      MOST = 8
      SHORTEST = 3 # letters of a word that an index knows
      WORD = /[\p{L}\p{N}]+/

      # @param text [String] as it was typed
      def initialize(text, database = Sequel::Model.db)
        @database = database
        @words = text.scan(WORD)
        @long = @words.select { |word| word.length >= SHORTEST }
      end

      # @return [Array<Hash>] people, cells, benches and gear: kind, id, name
      def named
        return [] if @words.join.length < 2

        { "person" => :people, "cell" => :instruments, "bench" => :benches, "gear" => :gear }.flat_map do |kind, table|
          rows = @database[table]
          rows = rows.where(retired_at: nil) unless table == :people
          like(rows, serial?(table) ? %i[name serial] : %i[name]).select_map(%i[id name])
                                                                 .map { |id, name| { kind: kind, id: id, name: name } }
        end
      end

      # @return [Array<Hash>] jobs: id, name, lot_id of the first of their lots
      def jobs
        return [] if @long.empty?

        like(real_jobs, %i[customer title]).select(:id, :customer, :title).all.filter_map do |row|
          lot = @database[:lots].where(job_id: row[:id]).min(:id)
          lot && { id: row[:id], name: "#{row[:customer]}: #{row[:title]}", lot_id: lot }
        end
      end

      # @return [Array<Hash>] reasons and remarks: pull_id, lot_id, lot, number, text
      def remarks
        return [] if @long.empty?

        found = { judgements: %i[reason pull_id], pulls: %i[note id], aftermaths: %i[words pull_id] }
        rows = found.flat_map { |table, (column, pull)| said(table, column, pull) }
        rows.uniq { |row| [row[:pull_id], row[:text]] }.first(MOST)
      end

      # @return [Array<Hash>] pieces by the beginning of their label or a word of their note
      def pieces
        return [] if @long.empty?

        matched(:specimens, %i[label note]).join(:lots, id: Sequel[:specimens][:lot_id]).where(real)
                                           .select(Sequel[:lots][:id].as(:lot_id), Sequel[:lots][:name].as(:lot),
                                                   Sequel[:specimens][:number].as(:number), :label).limit(MOST).all
      end

      # @return [Array<Hash>] files by words of their name: name, pull_id, lot_id
      def files
        return [] if @long.empty?

        matched(:source_files, %i[name]).join(:recordings, source_file_id: Sequel[:source_files][:id])
                                        .join(:pulls, id: :pull_id).join(:lots, id: Sequel[:pulls][:lot_id]).where(real)
                                        .select(Sequel[:source_files][:name].as(:name),
                                                Sequel[:pulls][:id].as(:pull_id),
                                                Sequel[:pulls][:lot_id].as(:lot_id)).limit(MOST).all
      end

      private

      def serial?(table) = table == :instruments
      def real_jobs = @database[:jobs].exclude(purpose: "practice")
      def real = { Sequel[:lots][:job_id] => real_jobs.select(:id) }

      # Every word somewhere in the columns; the newest first.
      def like(rows, columns)
        text = Sequel.function(:concat_ws, " ", *columns)
        found = @words.map { |word| Sequel.ilike(text, "%#{rows.escape_like(word)}%") }
        rows.where(Sequel.&(*found)).reverse(:id).limit(MOST)
      end

      # Every word as the beginning of one that the index holds.
      def matched(table, columns)
        wanted = @long.map { |word| "+#{word}*" }.join(" ")
        @database[table].full_text_search(columns.map { |column| Sequel[table][column] }, wanted, boolean: true)
      end

      def said(table, column, pull)
        rows = matched(table, [column])
        rows = rows.join(:pulls, id: pull) unless table == :pulls
        rows.join(:lots, id: Sequel[:pulls][:lot_id]).where(real)
            .select(Sequel[:pulls][:id].as(:pull_id), Sequel[:lots][:id].as(:lot_id), Sequel[:lots][:name].as(:lot),
                    Sequel[:pulls][:number].as(:number), Sequel[table][column].as(:text)).limit(MOST).all
      end
    end
  end
end
