# frozen_string_literal: true

require_relative "../../support/store_case"
require "pdf/reader"

# Specimens as a list, trials, orders, cells, guesses.
class SpecimensTest < StoreCase
  Planning = Actions::Planning
  List = Planning::SpecimenList

  def add(lot, count = 3, **rest) = List.add(lot_id: lot.id, count: count, person_id: person.id, **rest)

  def change(lot, rows, reason: "", **values)
    List.change(lot_id: lot.id, ids: rows.map(&:id), values: values, reason: reason, person_id: person.id)
  end

  def rows(lot) = List.show(lot_id: lot.id)
  def take_in(lot, text) = List.take_in(lot_id: lot.id, rows: read(text)[:rows], person_id: person.id)
  def read(text) = Planning::ReadTable.call(StringIO.new(text))

  def test_numbered_by_a_pattern_with_the_features_of_the_type
    made = lot
    add(made, 2, pattern: "HB-{n:2}")
    add(made, 1, pattern: "HB-{n:2}", features: ["north", "south", "north"])

    assert_equal(%w[HB-01 HB-02 HB-03], rows(made).map { |r| r[:label] })
    assert_equal([["end A", "end B"], ["end A", "end B"], %w[north south]], rows(made).map { |r| r[:features] })
    assert_equal ["planned"], rows(made).map { |r| r[:shown_state] }.uniq
    assert_raises(MildAnvil::InvalidInput) { add(made, 1, pattern: "HB") }
    assert_raises(MildAnvil::InvalidInput) { add(made, 998) }
  end

  def test_pulled_is_a_state_that_pulls_make
    made = lot
    add(made)
    peak(made, "8", specimen_number: 2)

    assert_equal(%w[planned pulled planned], rows(made).map { |r| r[:shown_state] })
  end

  def test_a_pasted_table_is_read_by_its_headings
    made = lot
    found = read("Label;Position;Side;Ends;Colour\nHB-01;north;top;a, b;red\n;;;;\nHB-02;south;bottom;a;blue\n")

    assert_equal %w[Colour], found[:passed_over]
    assert_equal([%w[a b], %w[a]], found[:rows].map { |r| r[:features] })
    take_in(made, "label\tposition\nHB-01\tnorth\nHB-02\tsouth\n")

    assert_equal([[1, "HB-01", "north"], [2, "HB-02", "south"]], rows(made).map do |r|
      r.values_at(:number, :label, :position)
    end)
  end

  BAD = { "no,label\n1,A\n1,B\n" => /number 1 stands twice/, "no,label\n1,A\n2,A\n" => /label A stands twice/,
          "no\nx\n" => /row 2: “x” is no number/, "colour\nred\n" => /headed number or label/, "label\n" => /no rows/,
          "" => /empty/,
          "label,x,y\nA,2,0.5\n" => /row 2: map_x lies from 0 to 1/, "label,x\nA,0.5\n" => /x and y belong together/,
          "label,state\nA,lost\n" => /“lost” is no state/, "label\n#{'a' * 41}\n" => /longer than 40/ }.freeze

  def test_tables_that_cannot_be_taken_in_say_which_row_and_keep_nothing
    made = lot
    BAD.each do |text, words|
      fault = assert_raises(MildAnvil::InvalidInput, text) { take_in(made, text) }

      assert_match(words, fault.message)
    end
    assert_empty rows(made)
    add(made, 1)
    assert_match(/number 1 is taken/, assert_raises(MildAnvil::InvalidInput) { take_in(made, "no\n1\n") }.message)
  end

  # A trial is never pooled, whatever it was judged.
  def test_trials_are_left_out_of_every_figure
    made = lot_with_breaks(8.1, 8.4, 7.9, 2.0, specimens_planned: 3)
    before = Actions::LotFacts.new(made).sample.breaks_si
    weak = made.specimens_dataset.first(number: 4)
    assert_match(/needs a reason/, assert_raises(MildAnvil::InvalidInput) { change(made, [weak], trial: true) }.message)
    change(made, [weak], trial: true, reason: "Pulled to try the jaws")

    assert_equal 4, before.size
    assert_equal [8100.0, 8400.0, 7900.0], Actions::LotFacts.new(made.refresh).sample.breaks_si
    assert_equal [3, 3], shown(made)[:summary].values_at("pulled", "judged")
    assert_equal "trial", row(made.pulls.last)[:state]
    refute_includes computed(made).statement["minimum"].to_s, "2000"
  end

  def test_a_trial_marked_after_signing_leaves_the_statement_and_says_that_it_no_longer_holds
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    signed = sign(made)
    change(made, [made.specimens_dataset.first(number: 3)], trial: true, reason: "Tried the jaws")
    summary = summary(made.refresh)

    refute summary["signed_current"]
    assert Actions::RecheckStatement.call(statement_id: signed.id)[:intact]
    assert_match(/\A%PDF/, Actions::ExportStatement.preview(lot_id: made.id, format: "pdf").content)
  end

  def test_the_same_request_lists_them_once
    made = lot
    2.times { add(made, 3, once_key: "k" * 12) }

    assert_equal 3, rows(made).size
  end

  NAMES = ["Ω", "=1+1", "<b>", "Ä“ö”ü", "🪢 rope", "x" * 40].freeze

  def test_any_name_is_printed_and_never_a_formula
    made = lot(name: "=1+1 <b>Ω #{'ä' * 140}")
    List.take_in(lot_id: made.id, rows: NAMES.map { |name| { label: name, parent: name } }, person_id: person.id)
    %w[labels.pdf plan-sheet.pdf what-to-send.pdf].each do |kind|
      if kind == "labels.pdf"
        Planning::SavePlan.call(lot_id: made.id, content: { pulls: 6 }, revision: 0,
                                person_id: person.id)
      end

      assert_match(/\A%PDF/, Planning::Papers.call(lot_id: made.id, kind: kind).content, kind)
    end
    assert_includes Planning::Papers.call(lot_id: made.id, kind: "specimens.csv").content, "'=1+1"
  end

  # A customer reads it: nothing on it is left in another language but what was typed.
  def test_what_to_send_speaks_the_customers_language
    made = lot(name: "Webbing loop", direction: "tension", configuration: "basket")
    content = { pulls: 6, send: { spare: 2, length: { text: "1.25", unit: "m" } } }
    Planning::SavePlan.call(lot_id: made.id, content: content, revision: 0, person_id: person.id)
    said = %w[de fr].map do |language|
      paper = Planning::Papers.call(lot_id: made.id, kind: "what-to-send.pdf", language: language)
      PDF::Reader.new(StringIO.new(paper.content)).pages.map(&:text).join(" ").gsub(/\s+/, " ")
    end

    ["6 und 2 als Reserve: zusammen 8", "auf Zug, basket", "1,25 m", "Wer sie gefertigt hat",
     "Gebrochene Stücke gehen nicht wieder in Gebrauch"].each { |words| assert_includes said.first, words }
    assert_includes said.last, "6 et 2 de réserve : 8 en tout"
    refute_match(/\b(?:number|spare|made|labels?|send|returned)\b/i, said.join)
  end

  def test_several_are_changed_alike_and_used_ones_stay
    made = lot
    list = add(made)
    change(made, list.first(2), state: "held back", parent: "Plate 4", map_x: 0.2, map_y: 0.5)

    assert_equal(["held back", "held back", "planned"], rows(made).map { |r| r[:state] })
    assert_raises(MildAnvil::InvalidInput) { change(made, list, label: "same") }
    peak(made, "8", specimen_number: 1)
    assert_raises(MildAnvil::Conflict) { List.remove(lot_id: made.id, ids: [list[0].id], person_id: person.id) }
    List.remove(lot_id: made.id, ids: [list[2].id], person_id: person.id)

    assert_equal([1, 2], rows(made).map { |r| r[:number] })
    assert_raises(MildAnvil::NotFound) { change(lot(name: "Other"), list.first(1), state: "here") }
  end

  # What is pulled without a number goes to the next listed piece, in the planned order; then to a new one.
  def test_the_next_listed_piece_is_pulled_next
    made = lot
    list = add(made, 3, pattern: "P{n}")
    change(made, [list[0]], state: "held back")
    draw(made, seed: 5)
    places = order(made)[:rows].map { |r| r[:label] } - ["P1"]

    assert_equal [places[0], 2], shown(made)[:plan][:next].values_at(:label, :left)
    pulled = Array.new(3) { peak(made, "8").feature.specimen }

    assert_equal [*places, ""], pulled.map(&:label)
    assert_equal 4, pulled.last.number
    assert_nil shown(made)[:plan][:next]
  end

  def draw(lot, **rest) = Planning::PullOrders.draw(lot_id: lot.id, person_id: person.id, **rest)
  def order(lot) = Planning::PullOrders.show(lot_id: lot.id)

  def test_an_order_is_drawn_from_a_kept_seed_and_changed_with_a_reason
    made = lot
    assert_match(/no specimens are listed/, assert_raises(MildAnvil::InvalidInput) { draw(made) }.message)
    add(made, 6)
    draw(made, blocks: 2, seed: 7)
    first = order(made)
    draw(made, blocks: 2, seed: 7)

    assert_equal(first[:rows].map { |r| r[:specimen_id] }, order(made)[:rows].map { |r| r[:specimen_id] })
    move = lambda { |reason|
      Planning::PullOrders.move(lot_id: made.id, specimen_id: first[:rows][5][:specimen_id],
                                position: 1, reason: reason, person_id: person.id)
    }
    assert_raises(MildAnvil::InvalidInput) { move.call(" ") }
    move.call("Soaked longest")

    assert_equal first[:rows][5][:specimen_id], order(made)[:rows].first[:specimen_id]
    assert_equal ["Soaked longest"], order(made)[:history].map { |h| h[:reason] }.reject(&:empty?)
    peak(made, "8", specimen_number: 1)
    assert_match(/needs a reason/, assert_raises(MildAnvil::InvalidInput) { draw(made, seed: 8) }.message)
  end

  def test_trials_and_gone_pieces_are_in_no_order
    made = lot
    list = add(made, 4)
    change(made, [list[0]], trial: true)
    change(made, [list[1]], state: "gone")
    draw(made)

    assert_equal [3, 4], order(made)[:rows].map { |r| r[:label].to_i }.sort
  end

  FACTORS = [{ name: "Thread", kind: "nominal", levels: [{ name: "a" }, { name: "b" }] },
             { name: "Rows", kind: "quantity", unit: "rows",
               levels: [{ name: "4", value: 4 }, { name: "6", value: 6 }] }].freeze

  def study
    @study ||= begin
      made = lot(name: "First")
      study = Actions::SaveStudy.call(job_id: job.id, name: "Sewn", factors: FACTORS, person_id: person.id)
      ids = study.factors.map { |factor| factor.levels.first.id }
      Actions::AssignLevels.call(lot_id: made.id, level_ids: ids, person_id: person.id)
      [study, Models::Lot.fetch!(made.id)]
    end
  end

  def make(cells)
    Planning::StudyCells.make(study_id: study[0].id, cells: cells, like: study[1].id, planned: 3, person_id: person.id)
  end

  def test_cells_become_lots_like_the_first
    made = make([%w[a 6], %w[b 4]])
    cells = Planning::StudyCells.show(study_id: study[0].id)

    assert_equal ["a, 6 rows", "b, 4 rows"], made.map(&:name)
    assert_equal study[1].item_type, made[0].item_type
    assert_equal(["First", "a, 6 rows", "b, 4 rows", nil], cells[:cells].map { |c| c[:lot] })
    assert_empty cells[:faults]
    assert_match(/stands twice/, assert_raises(MildAnvil::InvalidInput) { make([%w[a 4]]) }.message)
    assert_match(/no cell/, assert_raises(MildAnvil::InvalidInput) { make([%w[a 9]]) }.message)
  end

  def test_orders_of_steps_become_levels
    factor = { name: "Order", kind: "order_of_steps", steps: ["sewn", " heat-set"] }
    made = Actions::SaveStudy.call(job_id: job.id, name: "Steps", factors: [factor], person_id: person.id)

    assert_equal ["sewn, then heat-set", "heat-set, then sewn"], made.factors.first.levels.map(&:name)
    assert_raises(MildAnvil::InvalidInput) do
      Actions::SaveStudy.call(job_id: job.id, name: "None", factors: [{ name: "x" }], person_id: person.id)
    end
  end

  # Twelve pieces for four cells of three: one cell is cut from three to two by a stock of eleven.
  def test_one_stock_serves_all_cells_of_a_study
    make([%w[a 6], %w[b 4], %w[b 6]])
    content = { pulls: 3, stock: { pieces: 11 } }
    found = Planning::ShowPlan.call(lot_id: study[1].id, content: content)[:sections][:stock]

    assert_equal [12, 11], found.values_at(:wanted, :reaches)
    assert_match(/12 pieces are wanted, there are 11. First keeps 2 of 3/, found[:sentence])
  end

  def test_an_order_over_the_study_mixes_its_cells_and_refuses_an_empty_one
    made = [study[1], *make([%w[b 4]])]
    add(made[0], 3, pattern: "F{n}")
    fault = assert_raises(MildAnvil::InvalidInput) { draw(made[0], of_study: true) }

    assert_match(/b, 4 rows: no specimens/, fault.message)
    add(made[1], 3, pattern: "B{n}")
    draw(made[0], of_study: true, blocks: 3, seed: 11)
    seen = order(made[1])

    assert seen[:of_study]
    assert_equal 6, seen[:rows].size
    (1..3).each do |block|
      assert_equal 2, seen[:rows].select { |r|
        r[:block] == block
      }.map { |r| r[:lot_id] }.uniq.size
    end
    assert_equal 3, Planning::PieceOrder.of(made[1]).size
  end

  def test_a_guess_is_sealed_until_the_piece_is_judged
    made = lot
    pieces = add(made, 2)
    seal = lambda { |piece, who, text|
      Planning::Guesses.seal(specimen_id: piece.id, text: text, unit: "kN",
                             person_id: who.id)
    }
    seal.call(pieces[0], person, "9")
    seal.call(pieces[0], reviewer, "8")
    shown = ->(who) { Planning::Guesses.show(lot_id: made.id, person_id: who.id) }

    assert_equal [1, 1, []],
                 [shown.call(person)[:guesses].size, shown.call(person)[:sealed], shown.call(person)[:scores]]
    assert_raises(MildAnvil::Conflict) { seal.call(pieces[0], person, "7") }
    break_at(made, "10", specimen_number: 1)
    assert_raises(MildAnvil::Conflict) { seal.call(pieces[0], add_person("technician"), "7") }

    assert_equal [2, 0], [shown.call(person)[:guesses].size, shown.call(person)[:sealed]]
    assert_equal([["10 %", "10 % too low"], ["20 %", "20 % too low"]], shown.call(person)[:scores].map do |s|
      s.values_at(:off, :tends)
    end.sort)
    refute_match(/"9"/, Models::Guess.db[:events].where(action: "seal_guess").get(:after))
  end
end
